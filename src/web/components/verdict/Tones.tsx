import { Link as RouterLink } from 'react-router';
import { TONES, type Tone } from '../../../core/board/tones.ts';
import { judge } from '../../../core/judge/verdict.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import type { SeenTarget } from '../../../record/job/target.ts';
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
      <div style={{ display: 'flex', gap: 34, alignItems: 'baseline', flexWrap: 'wrap' }}>
        {verdicts.map(({ tone, verdict, tolerance }) => (
          <div key={tone}>
            <div className="figure" style={{ fontSize: 48 }} data-testid={`verdict-${tone}`}>
              {againstText(verdict.deltaE, tolerance)}
            </div>
            <div>
              {tone} {verdict.passed ? '✓' : '✕'} {toleranceText(tolerance)}
            </div>
          </div>
        ))}
        <div style={{ fontSize: 30, fontWeight: 700 }} data-testid="verdict">
          {passed ? '✓ Passes' : '✕ Not yet'}
        </div>
      </div>
      {verdicts.map(({ tone, verdict }) => (
        <div key={tone} style={{ paddingTop: 6 }}>
          {tone}: {verdict.words.join(', ')}; {verdict.size}
        </div>
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
