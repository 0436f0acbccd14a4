import { Button, IconButton, MenuItem, TextField } from '@mui/material';
import { useMemo, useState } from 'react';
import { rawMean } from '../../../core/board/wood.ts';
import { movedByWords } from '../../../core/colour/bent.ts';
import { deltaE00 } from '../../../core/colour/ciede2000.ts';
import { DIRECTIONS } from '../../../core/colour/directions.ts';
import { screenColour } from '../../../core/colour/display.ts';
import type { Spectrum } from '../../../core/colour/grid.ts';
import { labOf } from '../../../core/colour/lab.ts';
import { type Move, moveText, SHADE } from '../../../core/colour/shades.ts';
import { FieldError } from '../../../core/field-error.ts';
import { darkestShowingGrain } from '../../../core/match/darkest.ts';
import { withoutGloss } from '../../../core/optics/surface.ts';
import { boardCode } from '../../../record/board/codes.ts';
import { oldReading } from '../../../record/board/evidence.ts';
import { lastRead, stageMean } from '../../../record/board/stages.ts';
import { woodNamed } from '../../../record/board/wood.ts';
import type { Bench } from '../../../record/job/bench.ts';
import { simpleStack } from '../../../record/job/openings.ts';
import { targetOf } from '../../../record/job/target.ts';
import { onTheShelf } from '../../../record/shelf/materials.ts';
import type { StartOfWords } from '../../../shared/reading.ts';
import { useJob, useJobs, useRack } from '../../hooks/api.ts';
import { useOpenBench } from '../../hooks/bench.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { ErrorMessage } from '../ErrorMessage.tsx';
import { Area, Pile, Row } from '../layout.tsx';
import { labText } from '../numbers.ts';
import { useTold } from '../use-told.ts';

/** Something that words can start from, with what it reads; the darkest of a wood is worked out when it is chosen. */
interface Start {
  key: string;
  name: string;
  from: StartOfWords;
  reading: () => Spectrum | null;
}

/** The job's own target and boards, then woods, the rack, and what other jobs are matched to. */
function useStarts(bench: Bench, chosen: string): Start[] {
  const { data: rack } = useRack();
  const { data: jobs } = useJobs('');
  const { data: other } = useJob(/^job\/(\d+)$/.exec(chosen)?.[1]);
  const { job, shelf, offered } = bench;
  return useMemo(() => {
    const now = job.target.length > 0 ? [{ revision: job.revision, grid: bench.target?.reflectance ?? null }] : [];
    const targets = [...now, ...job.pastTargets].map(({ revision, grid }): Start => {
      const current = revision === job.revision;
      return {
        key: `target/${revision}`,
        name: current ? 'The target as it is' : `The target as it was, ${revision}`,
        from: { kind: 'target', job: job.id, revision },
        reading: () => grid && Float64Array.from(grid),
      };
    });
    const boards = job.woods.flatMap((wood) =>
      wood.boards
        .filter((b) => lastRead(b) >= 0 || b.recipe)
        .map((board): Start => {
          // One that is planned, or was only looked at, is what it is foreseen to be.
          const foreseen = lastRead(board) > 0 ? undefined : board.recipe?.expected.at(-1);
          return {
            key: boardCode(wood.code, board.number),
            name: `${woodNamed(shelf, wood)}, board ${board.number}${foreseen ? ', as it is foreseen' : ''}`,
            from: { kind: 'board', board: board.id },
            reading: () => (foreseen ? Float64Array.from(foreseen) : stageMean(board, lastRead(board))),
          };
        }),
    );
    const species = onTheShelf(shelf.species);
    const raw = species.map(
      (wood): Start => ({
        key: `wood/${wood.id}`,
        name: `Raw ${wood.name.toLowerCase()}`,
        from: { kind: 'wood', speciesId: wood.id },
        reading: () => rawMean(wood),
      }),
    );
    const darkest = species.map(
      (wood): Start => ({
        key: `darkest/${wood.id}`,
        name: `The darkest ${wood.name.toLowerCase()} that still shows its grain`,
        from: { kind: 'darkest', speciesId: wood.id },
        reading: () => darkestShowingGrain(wood, offered, simpleStack(offered).slice(1))?.reading ?? null,
      }),
    );
    const old = onTheShelf(rack ?? []).flatMap((board): Start[] => {
      const reading = oldReading(board);
      return reading
        ? [
            {
              key: `rack/${board.id}`,
              name: `On the rack: ${board.label}`,
              from: { kind: 'rack', oldBoard: board.id },
              reading: () => reading,
            },
          ]
        : [];
    });
    // Another job is fetched whole once it is chosen: the list tells no more than that it has a target.
    const others = (jobs?.jobs ?? [])
      .filter((j) => j.target && j.id !== job.id)
      .map(
        (j): Start => ({
          key: `job/${j.number}`,
          name: `The target of ${j.customer}: ${j.piece}`,
          from: { kind: 'target', job: j.id, revision: other?.id === j.id ? other.revision : 1 },
          reading: () => (other?.id === j.id ? (targetOf(other)?.reflectance ?? null) : null),
        }),
      );
    return [...targets, ...boards, ...raw, ...darkest, ...old, ...others];
  }, [job, shelf, offered, bench.target, rack, jobs, other]);
}

const SHADES = [0.25, 0.5, 1, 2, 3, 4];
const shadesText = (shades: number) => moveText({ direction: 'lighter', shades }).replace(' lighter', '');

function Swatch({ name, reading }: { name: string; reading: Spectrum }) {
  return (
    <Area grow>
      <Area height={56} colour={screenColour(withoutGloss(reading)).css} />
      <div className="soft">{name}</div>
      <div className="mono">{labText(labOf(reading))}</div>
    </Area>
  );
}

interface Props {
  /** Raw wood of this species is told of, else a target. */
  raw?: string | undefined;
  busy: boolean;
  onTake: (from: StartOfWords, moves: Move[]) => void;
}

/** No object at all: a wood, a board or a target, moved by words; raw wood is like its kind, a shade paler. */
export function Words({ raw, busy, onTake }: Props) {
  const told = useTold();
  const bench = useOpenBench();
  const [chosen, setChosen] = usePersistentState(
    `words-from/${bench.job.number}${raw ? `/${raw}` : ''}`,
    raw ? `wood/${raw}` : '',
  );
  const all = useStarts(bench, chosen);
  const starts = raw ? all.filter((s) => s.from.kind === 'wood') : all;
  const [moves, setMoves] = useState<Move[]>([]);
  const start = starts.find((s) => s.key === chosen);
  const from = useMemo(() => start?.reading() ?? null, [start]);
  const to = useMemo(() => {
    if (!from) return null;
    try {
      return { reading: movedByWords(from, moves), error: null };
    } catch (refused) {
      if (!(refused instanceof FieldError)) throw refused;
      return { reading: null, error: refused.message };
    }
  }, [from, moves]);
  const put = (at: number, part: Partial<Move>) => setMoves(moves.map((m, i) => (i === at ? { ...m, ...part } : m)));
  return (
    <Pile gap="near" maxWidth={620}>
      <TextField
        select
        label="Start from"
        value={start ? chosen : ''}
        onChange={(e) => setChosen(e.target.value)}
        slotProps={{ select: { MenuProps: { slotProps: { paper: { style: { maxHeight: 420 } } } } } }}
      >
        {starts.map(({ key, name }) => (
          <MenuItem key={key} value={key}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      {moves.map((move, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a word is known by its place
        <Row key={i} gap="near">
          <TextField
            select
            label="How much"
            value={move.shades}
            onChange={(e) => put(i, { shades: Number(e.target.value) })}
            sx={{ width: 210 }}
          >
            {SHADES.map((shades) => (
              <MenuItem key={shades} value={shades}>
                {shadesText(shades)}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            select
            label="Which way"
            value={move.direction}
            onChange={(e) => put(i, { direction: e.target.value as Move['direction'] })}
            sx={{ width: 150 }}
          >
            {DIRECTIONS.map((direction) => (
              <MenuItem key={direction} value={direction}>
                {direction}
              </MenuItem>
            ))}
          </TextField>
          <IconButton
            aria-label={`Without ${moveText(move)}`}
            onClick={() => setMoves(moves.filter((_, k) => k !== i))}
            sx={{ color: 'var(--ink)' }}
          >
            ×
          </IconButton>
        </Row>
      ))}
      <Row gap="near" wrap>
        <Button
          disabled={moves.length >= 4}
          onClick={() => setMoves([...moves, { direction: moves.length === 0 ? 'lighter' : 'warmer', shades: 1 }])}
        >
          {moves.length === 0 ? 'Move it by a word' : 'One more word'}
        </Button>
        <Button disabled={busy || !start || !to?.reading} onClick={() => start && onTake(start.from, moves)}>
          {raw ? 'It looks so' : 'Take as the target'}
        </Button>
        <span className="soft">
          {told.words ? 'A shade is plain edge to edge, small across a room.' : `A shade is ΔE00 ${SHADE}.`}
        </span>
      </Row>
      <ErrorMessage error={to?.error ?? null} />
      {from && to?.reading && (
        <>
          <Row>
            <Swatch name="from" reading={from} />
            {moves.length > 0 && <Swatch name="to" reading={to.reading} />}
          </Row>
          {moves.length > 0 && (
            <div>
              {moves.map(moveText).join(', ')}: {told.miss(deltaE00(labOf(from), labOf(to.reading)))} from it.
              {!raw && ' A bracket on the boards narrows it.'}
            </div>
          )}
        </>
      )}
    </Pile>
  );
}
