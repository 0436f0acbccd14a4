import { Button, TextField } from '@mui/material';
import { useMemo, useRef, useState } from 'react';
import type { Preparation } from '../../../core/board/preparation.ts';
import { DAYLIGHT } from '../../../core/colour/lights.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import type { Stack } from '../../../core/layers/layer.ts';
import type { Variant } from '../../../core/systems/index.ts';
import { durationOf } from '../../../core/time/coats.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import {
  type OfferedSystem,
  offeredSystems,
  readSystemFile,
  stackOfVariant,
  systemFileOf,
  systemText,
} from '../../../record/job/systems.ts';
import { archiveSystem, keepSystem, restoreSystem } from '../../../shared/contract/systems.ts';
import type { House } from '../../../shared/house.ts';
import type { SystemFile } from '../../../shared/system.ts';
import { change, useHouse, useSystems } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useLooks } from '../../hooks/looks.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useDrying } from '../../hooks/rules.ts';
import { saveFile } from '../../paper/save-file.ts';
import { BoardPicture } from '../board/BoardPicture.tsx';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { OneKey } from '../Keys.tsx';
import { Pile, Row, Text } from '../layout.tsx';
import { SimilarJobs } from '../notebook/SimilarJobs.tsx';
import { hoursText } from '../numbers.ts';
import { useToast } from '../Toast.tsx';

/** What is taken of a system: its layers, how the wood is made ready, and the boards to compare it with. */
export interface TakenSystem {
  name: string;
  stack: Stack;
  preparation: Partial<Preparation>;
  others: readonly { name: string; stack: Stack }[];
}

interface Props {
  bench: OpenBench;
  model: BoardModel;
  /** The stack in hand. */
  stack: Stack;
  onTake: (taken: TakenSystem) => void;
  onBack: () => void;
}

/** One system on the wood in hand. */
function Card({
  bench,
  model,
  system,
  house,
  onTake,
}: Omit<Props, 'stack' | 'onBack'> & { system: OfferedSystem; house: House }) {
  const say = useToast();
  const stacks = useMemo(
    () => system.variants.map((variant: Variant) => stackOfVariant(bench, variant, house)),
    [bench, system, house],
  );
  const [first] = system.variants;
  const stack = stacks[0] ?? [];
  const prepared = useMemo(
    () => ({
      ...model,
      preparation: { ...model.preparation, ...first?.preparation },
      board: { ...model.board, readings: [] },
    }),
    [model, first],
  );
  const { fields, error } = useLooks(bench, prepared, stack, DAYLIGHT);
  const { wait, hands } = durationOf(stack, useDrying(bench));
  const wants = stack.flatMap((l) => l.note?.match(/wants (.*)$/)?.[1] ?? []);
  const away = async () => {
    await change(archiveSystem, { system: system.id });
    say({ text: `${system.name} put away.`, undo: () => change(restoreSystem, { system: system.id }) });
  };
  return (
    <li className="road">
      <BoardPicture
        wood={model.species}
        texture={prepared.preparation.texture}
        seed={model.seed}
        fields={fields}
        target={model.target}
        light={DAYLIGHT}
        height={56}
      />
      <Text as="h3" padTop="close" padBottom="hair">
        {system.name}
      </Text>
      <div className="soft">{stack.map((l) => KINDS[l.kind].label.toLowerCase()).join(', ')}</div>
      <div>{system.about}</div>
      <div className="soft">
        {system.woods}
        {system.variants.length > 1 && `; ${system.variants.length} boards`}; {hoursText(wait.usual)},{' '}
        {Math.round(hands)} min a m²
      </div>
      {wants.length > 0 && <div>Not on the shelf: {wants.join(', ')}.</div>}
      <ErrorMessage error={error} />
      <Row gap="close" wrap padTop="close">
        <Button
          onClick={() =>
            onTake({
              name: system.name,
              stack,
              preparation: first?.preparation ?? {},
              others: system.variants.slice(1).map((v, i) => ({ name: v.name, stack: stacks[i + 1] ?? [] })),
            })
          }
        >
          Take it
        </Button>
        <Button onClick={() => saveFile(`${system.name}.json`, 'application/json', systemText(system))}>JSON</Button>
        {system.kept && <Button onClick={() => void away()}>Put away</Button>}
      </Row>
    </li>
  );
}

/** Whole ways to finish: to take into this wood, to keep from it, to pass on. */
export function Systems({ bench, model, stack, onTake, onBack }: Props) {
  const { data: kept = [] } = useSystems();
  const { data: house } = useHouse();
  const [name, setName] = useState('');
  const [find, setFind] = useState('');
  const [error, setError] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const id = useNextId();
  const say = useToast();
  const keep = async (system: SystemFile) => {
    try {
      const made = id.next();
      await change(keepSystem, {}, { id: made, system });
      id.kept();
      setName('');
      setError(null);
      say({ text: `${system.name} is kept.`, undo: () => change(archiveSystem, { system: made }) });
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  const keepThese = () => {
    try {
      if (stack.length === 0) throw new Error('There is no layer to keep yet.');
      if (name.trim() === '') throw new Error('What is it called?');
      void keep(systemFileOf(name.trim(), '', bench, model.species.name.toLowerCase(), stack, model.preparation));
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  const bring = async (chosen: File) => {
    try {
      await keep(readSystemFile(await chosen.text()));
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  const words = find.trim().toLowerCase();
  const shown = offeredSystems(kept).filter((s) => `${s.name} ${s.about} ${s.woods}`.toLowerCase().includes(words));
  return (
    <Pile as="section" aria-label="Systems" gap="near">
      <Row gap="near" wrap align="start">
        <Button onClick={onBack}>Back to the layers</Button>
        <OneKey of={{ key: 'Escape', what: 'back to the layers', run: onBack }} />
        <TextField label="Find a system" value={find} onChange={(e) => setFind(e.target.value)} sx={{ width: 200 }} />
        <TextField
          label="Keep these layers as"
          value={name}
          onChange={(e) => setName(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && keepThese()}
          sx={{ width: 220 }}
        />
        <Button onClick={keepThese}>Keep</Button>
        <Button onClick={() => file.current?.click()}>In from a file</Button>
        <input
          ref={file}
          type="file"
          hidden
          aria-label="File of a system"
          accept=".json,application/json"
          onChange={(e) => {
            const [chosen] = e.target.files ?? [];
            if (chosen) void bring(chosen);
            e.target.value = '';
          }}
        />
      </Row>
      <ErrorMessage error={error} />
      <SimilarJobs job={bench.job} />
      {shown.length === 0 && <div className="soft">No system is called so.</div>}
      {house && (
        <ul className="roads">
          {shown.map((system) => (
            <Card key={system.id} bench={bench} model={model} system={system} house={house} onTake={onTake} />
          ))}
        </ul>
      )}
    </Pile>
  );
}
