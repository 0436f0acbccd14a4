import { Link as RouterLink } from 'react-router';
import { TONES, type Tone } from '../../../core/board/tones.ts';
import { judge } from '../../../core/judge/verdict.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import type { SeenTarget } from '../../../record/job/target.ts';
import { Area, Row, Text } from '../layout.tsx';
import { againstText, toleranceText } from '../numbers.ts';

/** Verdicts of ground and grain of a finished board; null where the target has one tone or they were not both read. */
export function toneVerdicts({ board }: BoardModel, target: SeenTarget, tolerance: number) {
  const { tones } = target;
  if (!tones) return null;
  const stage = board.recipe?.stack.length ?? 0;
  const read = (tone: Tone) =>
    board.aside.filter((r) => r.stage === stage && r.zone === tone).map((r) => Float64Array.from(r.grid));
  if (TONES.some((tone) => read(tone).length === 0)) return null;
  return TONES.map((tone) => {
    const own = tone === 'grain' ? tolerance * tones.grainEase : tolerance;
    return { tone, tolerance: own, verdict: judge(tones[tone], read(tone), own) };
  });
}

/** Both pass, each by its own tolerance. */
export const bothPass = (verdicts: NonNullable<ReturnType<typeof toneVerdicts>>): boolean =>
  verdicts.every(({ verdict }) => verdict.passed);

/** Ground and grain, each against its own tolerance. */
export function ToneFigures({ verdicts }: { verdicts: NonNullable<ReturnType<typeof toneVerdicts>> }) {
  const passed = bothPass(verdicts);
  return (
    <section>
      <div className="soft">Ground and grain measured against target, ΔE00</div>
      <Row gap="wide" align="baseline" wrap>
        {verdicts.map(({ tone, verdict, tolerance }) => (
          <div key={tone}>
            <Text as="div" className="figure" size="great" data-testid={`verdict-${tone}`}>
              {againstText(verdict.deltaE, tolerance)}
            </Text>
            <div>
              {tone} {verdict.passed ? '✓' : '✕'} {toleranceText(tolerance)}
            </div>
          </div>
        ))}
        <Text as="div" size="figure" strong data-testid="verdict">
          {passed ? '✓ Passes' : '✕ Not yet'}
        </Text>
      </Row>
      {verdicts.map(({ tone, verdict }) => (
        <Area key={tone} padTop="close">
          {tone}: {verdict.words.join(', ')}; {verdict.size}
        </Area>
      ))}
    </section>
  );
}

/** A target of two tones, and a board whose tones nobody read. */
export function TonesNotRead({ model }: { model: BoardModel }) {
  return (
    <div className="note">
      The target has two tones, and this board’s were not read: below is its face.{' '}
      <RouterLink to={`../boards?board=${model.code}`}>Read its ground and its grain</RouterLink> after the last layer;
      each has a verdict of its own.
    </div>
  );
}
