import { Button, TextField } from '@mui/material';
import { useEffect, useMemo, useRef, useState } from 'react';
import { DAYLIGHT } from '../../../core/colour/lights.ts';
import { stackDifference } from '../../../core/layers/difference.ts';
import type { Stack } from '../../../core/layers/layer.ts';
import type { MatchProblem } from '../../../core/match/problem.ts';
import type { Promised } from '../../../core/match/roads.ts';
import { durationOf } from '../../../core/time/coats.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { archiveVersion, keepVersions, restoreVersion } from '../../../shared/contract/jobs.ts';
import type { JobWood, StackVersion } from '../../../shared/job.ts';
import { change } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useLooks } from '../../hooks/looks.ts';
import { type MatcherWork, useSolved } from '../../hooks/matcher.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useDrying } from '../../hooks/rules.ts';
import { BoardPicture } from '../board/BoardPicture.tsx';
import { OneKey } from '../Keys.tsx';
import { Pile, Row, Text } from '../layout.tsx';
import { deltaText, hoursText, rangeText } from '../numbers.ts';
import { useAttempt, useToast } from '../Toast.tsx';
import { namingOf } from './layer-words.ts';

/** Keeps versions of a wood's layers, and says so; taken back where it was a slip. */
export function useKeepVersions(wood: JobWood) {
  const attempt = useAttempt();
  const say = useToast();
  const ids = [useNextId(), useNextId()];
  return (versions: readonly { name: string; stack: Stack }[]) =>
    attempt(async () => {
      const kept = versions.map((version, i) => ({ ...version, id: ids[i]?.next() ?? '' }));
      await change(keepVersions, { wood: wood.id }, { versions: kept });
      for (const id of ids) id.kept();
      say({
        text: `Kept: ${versions.map((v) => v.name).join(' and ')}.`,
        undo: async () => {
          for (const { id } of kept) await change(archiveVersion, { version: id });
        },
      });
    });
}

interface Props {
  bench: OpenBench;
  model: BoardModel;
  /** The stack in hand. */
  stack: Stack;
  problemFor: (stack: Stack) => MatchProblem | null;
  onTake: (stack: Stack) => void;
  onBack: () => void;
}

/** One stack as a card: its board, what it promises, how it differs from the one in hand. */
function Card({
  bench,
  model,
  stack,
  name,
  promise,
  differs,
  children,
}: Pick<Props, 'bench' | 'model' | 'stack'> & {
  name: string;
  promise: Promised | null | undefined;
  differs: readonly string[] | null;
  children?: React.ReactNode;
}) {
  const { fields, error } = useLooks(bench, model, stack, DAYLIGHT);
  const { wait, hands } = durationOf(stack, useDrying(bench));
  return (
    <li className="road">
      <BoardPicture
        wood={model.species}
        seed={model.seed}
        fields={fields}
        target={model.target}
        light={DAYLIGHT}
        height={54}
      />
      <Row gap="close" minHeight={44}>
        <Text as="b" grow>
          {name}
        </Text>
        {children}
      </Row>
      <div className="mono">
        {promise ? (
          <>
            <Text as="b" size="title">
              {rangeText(promise.range)}
            </Text>{' '}
            · {Math.round(promise.chance * 100)} in 100
          </>
        ) : (
          (error ?? '–')
        )}
      </div>
      <div className="soft">
        {promise && `aimed ${deltaText(promise.deltaE[0] ?? 0)} off · `}
        {hoursText(wait.usual)}, {Math.round(hands)} min a m²
      </div>
      {differs && (
        <div>
          {differs.length === 0 ? 'the same as in hand' : differs.map((words) => <div key={words}>{words}</div>)}
        </div>
      )}
    </li>
  );
}

/** The kept versions of a wood's layers beside the one in hand: pictures, promises, the difference in words. */
export function Versions({ bench, model, stack, problemFor, onTake, onBack }: Props) {
  const { versions } = model.wood;
  const [name, setName] = useState('');
  const keep = useKeepVersions(model.wood);
  const attempt = useAttempt();
  const say = useToast();
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  const naming = useMemo(() => namingOf(bench.materials), [bench.materials]);
  const work = useMemo((): MatcherWork<(Promised | null)[]> => {
    const asked = [stack, ...versions.map((v) => v.stack)].map((s) => ({ stack: s, problem: problemFor(s) }));
    return (matcher) => matcher.promises(asked, bench.job.tolerance);
  }, [stack, versions, problemFor, bench.job.tolerance]);
  const { answer } = useSolved(work);
  const keepNamed = () => {
    if (name.trim() === '') return;
    void keep([{ name: name.trim(), stack }]);
    setName('');
  };
  const putAway = ({ id, name: called }: StackVersion) =>
    attempt(async () => {
      await change(archiveVersion, { version: id });
      say({ text: `“${called}” put away.`, undo: () => change(restoreVersion, { version: id }) });
    });
  return (
    <Pile gap="close">
      <Row gap="apart" wrap>
        <h2>Versions</h2>
        <Text className="soft" grow minWidth={240}>
          {versions.length === 0
            ? 'None is kept yet: name the one in hand, or branch at a layer.'
            : 'ΔE00 where 8 boards in 10 end · boards that pass'}
        </Text>
        <TextField
          label="Name of the one in hand"
          value={name}
          onChange={(e) => setName(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') keepNamed();
            if (e.key === 'Escape') onBack();
          }}
          slotProps={{ htmlInput: { maxLength: 60, ref: field } }}
        />
        <Button onClick={keepNamed} disabled={name.trim() === ''}>
          Keep it
        </Button>
        <Button onClick={onBack}>Back to the layers</Button>
      </Row>
      <ul className="roads" aria-label="Versions of the layers">
        <Card bench={bench} model={model} stack={stack} name="In hand" promise={answer?.[0]} differs={null} />
        {versions.map((version, i) => (
          <Card
            key={version.id}
            bench={bench}
            model={model}
            stack={version.stack}
            name={`${version.number}  ${version.name}`}
            promise={answer?.[i + 1]}
            differs={stackDifference(stack, version.stack, naming)}
          >
            <Button onClick={() => onTake(version.stack)}>Take</Button>
            <Button aria-label={`Put ${version.name} away`} onClick={() => void putAway(version)} sx={{ minWidth: 44 }}>
              ×
            </Button>
          </Card>
        ))}
      </ul>
      <OneKey of={{ key: 'Escape', what: 'back to the layers', run: onBack }} />
    </Pile>
  );
}
