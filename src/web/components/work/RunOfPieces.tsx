import { lazy, Suspense } from 'react';
import { lookText } from '../../../core/belief/words.ts';
import { deltaE00 } from '../../../core/colour/ciede2000.ts';
import { passes } from '../../../core/colour/difference.ts';
import { looksTold } from '../../../core/judge/looks-run.ts';
import { RUN_RULES, type RunTold } from '../../../core/judge/run-chart.ts';
import { differenceWords } from '../../../core/judge/words.ts';
import { boardName } from '../../../record/board/plank.ts';
import { piecesAtWork } from '../../../record/work/pieces.ts';
import { looksOfWork, runOfWork, saidSinceChange } from '../../../record/work/run.ts';
import type { JobWood } from '../../../shared/job.ts';
import { Area, Pile } from '../layout.tsx';
import { useTold } from '../use-told.ts';
import { RunChanged } from './RunChanged.tsx';

const Plot = lazy(async () => ({ default: (await import('./RunChartPlot.tsx')).RunChartPlot }));
const HEIGHT = 220;

/** What a run tells, and what to do about it, in the order of what it mostly is. Common practice. */
function toldText({ what, towards, at }: RunTold): string {
  const since = at === null ? '' : `Since piece ${at + 1}: `;
  switch (what) {
    case 'as it was':
      return 'The run goes on as it was.';
    case 'drifts':
      return towards === 'less'
        ? `${since}less and less colour. Load or change the pad, stir the pot to its ground, look whether it is the next lot or tin; stop until a piece comes right.`
        : `${since}more and more colour. The pot thickens as it stands or the coats grow wetter: cover it, thin it back, wipe as on the board; stop until a piece comes right.`;
    case 'one is off':
      return `Piece ${(at ?? 0) + 1} has ${towards === 'less' ? 'less' : 'more'} colour than the others vary by. Read it once more, and the next one soon: its wood, or a miss of the hand.`;
    case 'another colour':
      return `Piece ${(at ?? 0) + 1} is another colour, neither more nor less of it. Look at the lot, the tin, the wood of this piece and the light it was read by.`;
  }
}

/** Where nothing reads: the pieces of a wood as they were held beside their board, and what that tells. */
function RunOfLooks({ wood, reads }: { wood: JobWood; reads: boolean }) {
  const looks = looksOfWork(wood);
  if (piecesAtWork(wood).length === 0) return null;
  if (looks.length === 0)
    return (
      <p className="soft">
        {reads ? 'Read' : 'Hold'} the first piece of all{reads ? '' : ' beside its board'} before the rest are begun,
        then every few: their run stands here.
      </p>
    );
  const { what, direction } = looksTold(saidSinceChange(wood));
  const newest = looks.at(-1)?.portion;
  return (
    <Pile as="section" aria-label="Run of pieces" gap="near">
      <h2>
        {looks.length} {looks.length === 1 ? 'piece' : 'pieces'} looked at
      </h2>
      <div className={what === 'as it was' ? '' : 'note large'} data-testid="run-told">
        {what === 'as it was'
          ? 'The run goes on as it was.'
          : what === 'drifts'
            ? `Two in a row are ${direction}. Load or change the pad, stir the pot to its ground, look whether it is the next lot or tin; stop until a piece comes right.`
            : `The last piece is ${direction}. Hold it up once more, and the next one soon: its wood, or a miss of the hand.`}
      </div>
      {newest && <RunChanged wood={wood} portion={newest} />}
      <ol className="looks">
        {looks.map(({ portion, look, said }) => (
          <li key={look.id}>
            <b>{lookText(said)}</b>
            <span className="soft">, {boardName(portion).toLowerCase()}</span>
          </li>
        ))}
      </ol>
    </Pile>
  );
}

/** The pieces of a wood as they were read, between the limits of the boards they follow; what the run tells. */
export function RunOfPieces({ wood, tolerance }: { wood: JobWood; tolerance: number }) {
  const { bare, words } = useTold();
  const run = runOfWork(wood);
  if (!run || run.pieces.length === 0) return <RunOfLooks wood={wood} reads={run !== null} />;
  const { pieces, told, wanted } = run;
  const newest = pieces.at(-1)?.portion;
  const missed = pieces.filter((p) => !passes(deltaE00(wanted, p.lab), tolerance)).length;
  return (
    <Pile as="section" aria-label="Run of pieces" gap="near">
      <h2>
        {pieces.length} {pieces.length === 1 ? 'piece' : 'pieces'} read
        {missed > 0 ? `, ${missed} ${missed === 1 ? 'does' : 'do'} not pass` : ', all pass'}
      </h2>
      <div className={told.what === 'as it was' ? '' : 'note large'} data-testid="run-told">
        {toldText(told)}
      </div>
      {newest && <RunChanged wood={wood} portion={newest} />}
      <Suspense fallback={<Area height={HEIGHT} aria-hidden />}>
        <Plot
          label="Pieces in the order in which they were read, between their limits"
          height={HEIGHT}
          pieces={pieces.map((p, i) => ({
            name: `Piece ${i + 1}, ${boardName(p.portion).toLowerCase()}`,
            score: p.score,
            broke: p.broke.length > 0,
          }))}
        />
      </Suspense>
      <details>
        <summary>Each piece</summary>
        <ul className="plain">
          {pieces.map((p, i) => {
            const off = deltaE00(wanted, p.lab);
            return (
              <li key={`${p.portion.id}/${p.at}`}>
                <b>{i + 1}</b>, {boardName(p.portion).toLowerCase()}:{' '}
                <span className={words ? '' : 'mono'}>{words ? bare(off) : `ΔE00 ${off.toFixed(1)}`}</span>
                {off >= 0.3 && `, ${differenceWords(wanted, p.lab).join(', ')}`}
                {p.broke.length > 0 && ` · ${p.broke.map((rule) => RUN_RULES[rule].toLowerCase()).join('; ')}`}
              </li>
            );
          })}
        </ul>
      </details>
    </Pile>
  );
}
