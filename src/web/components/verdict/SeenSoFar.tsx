import { Button } from '@mui/material';
import { lookText } from '../../../core/belief/words.ts';
import { deltaE00 } from '../../../core/colour/ciede2000.ts';
import { type Lab, labOf } from '../../../core/colour/lab.ts';
import { LIGHT_NAMES } from '../../../core/colour/lights.ts';
import { SHADE, shadesText } from '../../../core/colour/shades.ts';
import { differenceWords } from '../../../core/judge/words.ts';
import { boardName } from '../../../record/board/plank.ts';
import { beliefOf, type SeenStanding, slipsOf, TARGET } from '../../../record/job/belief.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { archiveLook, restoreLook } from '../../../shared/contract/boards.ts';
import type { KeptLook } from '../../../shared/look.ts';
import { change, useHouse } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { Pile, Row, Text } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { deltaText, rangeText } from '../numbers.ts';
import { useToast } from '../Toast.tsx';

/** A chance as it is said at a bench. */
const inTen = (chance: number): string => {
  const tenths = Math.round(10 * chance);
  return tenths >= 10 ? 'nearly certain' : tenths === 0 ? 'hardly' : `${tenths} in 10`;
};

/** Likely enough that no further look or board is asked for. */
export const ENOUGH = 0.9;

interface Props {
  bench: OpenBench;
  model: BoardModel;
  seen: SeenStanding | null;
}

/** What the looks at a board come to, in words and with what is not known; each look, and its way out. */
export function SeenSoFar({ bench, model: { board, target }, seen }: Props) {
  const say = useToast();
  const words = useHouse().data?.tells === 'words';
  const expected = board.recipe?.expected.at(-1);
  const others = bench.job.woods.flatMap((w) => w.boards);
  const take = async ({ id }: KeptLook) => {
    await change(archiveLook, { look: id });
    say({ text: 'Look taken out.', undo: () => change(restoreLook, { look: id }) });
  };
  const slips = slipsOf(bench);
  const off = target && expected ? deltaE00(labOf(target.reflectance), labOf(expected)) : 0;
  const wanted: Lab | null = seen ? (beliefOf(bench)?.colour(TARGET).lab ?? null) : null;
  return (
    <Pile as="section" aria-label="So far" gap="near" top>
      <h2>So far</h2>
      {seen && wanted ? (
        <>
          <Row gap="far" align="baseline" wrap>
            <Text as="div" className="figure" size="great" data-testid="seen-chance">
              {inTen(seen.chance)}
            </Text>
            <span>that it passes</span>
          </Row>
          <Text as="p" size="title" data-testid="seen-words">
            {differenceWords(wanted, wanted.map((v, i) => v + (seen.difference[i] as number)) as Lab).join(', ')}
          </Text>
          <div className="soft">
            {words ? (
              <details className="figures">
                <summary>likely {shadesText(seen.range)} off</summary>
                ΔE00 <span className="mono">{rangeText(seen.range)}</span>; a shade is {SHADE}
              </details>
            ) : (
              <>
                likely ΔE00 <span className="mono">{rangeText(seen.range)}</span>;{' '}
              </>
            )}
            {seen.chance >= ENOUGH
              ? 'good enough: accept it'
              : seen.lookAgain
                ? 'one more look tells more'
                : 'the next board tells more than another look'}
          </div>
        </>
      ) : (
        <div>
          {target && expected
            ? `Foreseen: ${differenceWords(labOf(target.reflectance), labOf(expected)).join(', ')} against the target, ${words ? shadesText([off, off]) : `ΔE00 ${deltaText(off)}`}. Nobody has read it: hold it up, and say what you see.`
            : 'Hold it in the light it will stand in, and say what you see.'}
        </div>
      )}
      {board.looks.length > 0 && (
        <ul className="looks">
          {board.looks.map((look) => {
            const other = look.against && others.find((b) => b.id === look.against?.board);
            return (
              <li key={look.id}>
                <b>{lookText(look.said)}</b>
                {other && <span> against {boardName(other).toLowerCase()}</span>}
                {look.words && <span> “{look.words}”</span>}
                {slips.has(look.id) && (
                  <span className="trouble"> the other looks say otherwise: it is not counted</span>
                )}
                <span className="soft">
                  {' '}
                  {[look.person, momentText(look.seenAt), look.light === 'D65' ? '' : LIGHT_NAMES[look.light]]
                    .filter(Boolean)
                    .join(', ')}
                </span>
                <Button size="small" className="noprint out" onClick={() => void take(look)}>
                  Take it out
                </Button>
              </li>
            );
          })}
        </ul>
      )}
    </Pile>
  );
}
