import { Button } from '@mui/material';
import { useState } from 'react';
import { KINDS } from '../../../core/kinds/index.ts';
import { type Layer, setting } from '../../../core/layers/layer.ts';
import { type Materials, strengthUnit } from '../../../core/layers/materials.ts';
import { stackAsMade } from '../../../record/board/stages.ts';
import { settledAt } from '../../../record/clock/clock.ts';
import type { Bench, BoardModel } from '../../../record/job/bench.ts';
import { type Coat, CoatChange } from '../../../shared/board.ts';
import { changeCoat, restoreCoat, takeCoatBack } from '../../../shared/contract/boards.ts';
import { change, useHouse } from '../../hooks/api.ts';
import { shopNow } from '../../hooks/shop-clock.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { Columns, Pile, Row } from '../layout.tsx';
import { localInput, momentOf, momentText } from '../moment.ts';
import { colourText, hoursText, numberTyped } from '../numbers.ts';
import { useAttempt, useToast } from '../Toast.tsx';
import { TypedField } from '../TypedField.tsx';

interface Props {
  bench: Bench;
  model: BoardModel;
  stage: number;
}

const asText = (value: number | null | undefined) => (value === null || value === undefined ? '' : String(value));

/** What a coat's form holds, as typed. */
interface CoatTyped {
  at: string;
  minutes: string;
  temperature: string;
  humidity: string;
  used: string;
  note: string;
  amounts: Record<string, string>;
}
/** What one of what is typed of a colour is as a strength: a per cent of the mix or of neat, or a gram in a litre. */
const unitsOf =
  ({ colourants }: Materials) =>
  (id: string): number =>
    strengthUnit(colourants[id]).one;

function typedOf(coat: Coat, unit: (id: string) => number, warm: (celsius: number) => number): CoatTyped {
  const { temperature, humidity } = coat.conditions;
  return {
    at: coat.putOnAt ? localInput(coat.putOnAt) : '',
    minutes: asText(coat.minutes),
    temperature: temperature === null || temperature === undefined ? '' : asText(Math.round(warm(temperature))),
    humidity: asText(humidity),
    used: coat.used,
    note: coat.note,
    amounts: Object.fromEntries(
      Object.entries(coat.layer.colours).map(([id, s]) => [id, String(Number((s / unit(id)).toFixed(4)))]),
    ),
  };
}

/** Until when a reading would still be of a wet coat: wet looks darker than dry. */
function Settling({ coat, bench }: { coat: Coat; bench: Bench }) {
  const at = settledAt(bench, coat);
  return at !== null && at > shopNow() ? (
    <span className="note" data-testid="settling">
      Has it settled? Wet looks darker: read it from {momentText(new Date(at).toISOString())}, in{' '}
      {hoursText((at - shopNow()) / 3_600_000)}.
    </span>
  ) : null;
}

/** The record of a coat: when, by whom, with what really; put right here, its history kept. */
function CoatDialog({ bench, coat, onClose }: { bench: Bench; coat: Coat; onClose: () => void }) {
  const us = useHouse().data?.units === 'us';
  const unit = unitsOf(bench.materials);
  const { form, submit, error, meanwhile, busy } = useTypedForm<CoatTyped, Omit<CoatChange, 'version'>, Coat>({
    keep: `coat/${coat.id}/${coat.version}/${us ? 'us' : 'metric'}`,
    blank: typedOf(coat, unit, (c) => (us ? (c * 9) / 5 + 32 : c)),
    read: (typed) => {
      const temperature = numberTyped(typed.temperature);
      return {
        layer: {
          ...coat.layer,
          colours: Object.fromEntries(
            Object.entries(typed.amounts).map(([id, text]) => {
              const amount = numberTyped(text);
              return [id, amount === undefined ? undefined : amount * unit(id)];
            }),
          ),
        },
        putOnAt: momentOf(typed.at),
        minutes: numberTyped(typed.minutes) ?? null,
        conditions: {
          temperature: temperature === undefined ? null : us ? ((temperature - 32) * 5) / 9 : temperature,
          humidity: numberTyped(typed.humidity) ?? null,
        },
        used: typed.used,
        note: typed.note,
      };
    },
    shape: CoatChange.omit({ version: true }),
    save: (now, version) => change(changeCoat, { coat: coat.id }, { version, ...now }),
    version: coat.version,
    onSaved: onClose,
  });
  const field = (name: 'minutes' | 'temperature' | 'humidity' | 'used' | 'note', label: string) => (
    <TypedField control={form.control} name={name} label={label} />
  );
  const title = `${KINDS[coat.layer.kind].label}, as it was put on`;
  return (
    <FormDialog
      title={title}
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy} over={meanwhile !== null} />}
    >
      <TypedField
        control={form.control}
        name="at"
        label="Put on at"
        type="datetime-local"
        slotProps={{ inputLabel: { shrink: true } }}
      />
      {Object.keys(coat.layer.colours).map((id) => (
        <TypedField
          key={id}
          control={form.control}
          name={`amounts.${id}`}
          label={`${bench.materials.colourants[id]?.name ?? id}, really used, ${strengthUnit(bench.materials.colourants[id]).word}`}
        />
      ))}
      <Columns of="1fr 1fr 1fr" gap="near">
        {field('minutes', 'Minutes left on')}
        {field('temperature', us ? 'Shop, °F' : 'Shop, °C')}
        {field('humidity', 'Humidity, %')}
      </Columns>
      {field('used', 'Amount used, e.g. 120 mL')}
      {field('note', 'Note')}
      {meanwhile && (
        <div className="note">
          Now: {meanwhile.putOnAt ? momentText(meanwhile.putOnAt) : 'no time'}
          {meanwhile.note && `, “${meanwhile.note}”`}. Yours is above; saving again saves it over that.
        </div>
      )}
    </FormDialog>
  );
}

/** How much of a wiped coat was left, by how it looks, and what that is of what was planned. Common practice. */
const LEFT = { 'less than planned': 0.6, 'as planned': 1, 'more than planned': 1.6 } as const;
const FILM = 'film';
const leavesFilm = ({ kind }: Layer): boolean => KINDS[kind].settings.some((s) => s.key === FILM);

/** The rag is steered by the look; how much it left is said by the look too, and foreseen from. */
function LeftByLook({ coat, planned }: { coat: Coat; planned: Layer }) {
  const attempt = useAttempt();
  if (!leavesFilm(coat.layer)) return null;
  const usual = setting(planned, FILM);
  const share = setting(coat.layer, FILM) / (usual || 1);
  const say = (film: number) =>
    attempt(async () => {
      const layer = { ...coat.layer, settings: { ...coat.layer.settings, [FILM]: film } };
      const { putOnAt, minutes, conditions, used, note } = coat;
      const now = { layer, putOnAt, minutes, conditions, used, note };
      await change(changeCoat, { coat: coat.id }, { version: coat.version, ...now });
    });
  return (
    <Row as="section" gap="near" wrap aria-label="How much was left, by its look">
      <span>By its look the rag left</span>
      {Object.entries(LEFT).map(([word, of]) => (
        <Button
          key={word}
          color="secondary"
          variant={Math.abs(share - of) < 0.01 ? 'contained' : 'outlined'}
          aria-pressed={Math.abs(share - of) < 0.01}
          onClick={() => void say(of * usual)}
        >
          {word}
        </Button>
      ))}
    </Row>
  );
}

/** A coat of the board in hand: its record with what can be put right. */
export function CoatRecord({ bench, model, stage }: Props) {
  const { board } = model;
  const [editing, setEditing] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const coat = board.coats.find((c) => c.stage === stage);
  const layer = stackAsMade(board)[stage - 1];
  const say = useToast();
  if (!layer) return null;
  const attempt = async (work: () => Promise<unknown>) => {
    try {
      await work();
      setError(null);
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  const takeBack = (own: Coat) =>
    attempt(async () => {
      await change(takeCoatBack, { coat: own.id });
      say({
        text: `${KINDS[own.layer.kind].label} taken back.`,
        undo: () => change(restoreCoat, { coat: own.id }),
      });
    });
  const unlike = coat && JSON.stringify(coat.layer.colours) !== JSON.stringify(board.recipe?.stack[stage - 1]?.colours);
  return (
    <Pile gap="close">
      {coat ? (
        <Row gap="near" wrap>
          <span>
            On{coat.putOnAt ? ` since ${momentText(coat.putOnAt)}` : ', time not noted'}
            {coat.person && `, ${coat.person}`}
            {coat.used && `, ${coat.used}`}
            {coat.note && <span className="soft">: {coat.note}</span>}
          </span>
          <Settling coat={coat} bench={bench} />
          <Button onClick={() => setEditing(true)}>Put right</Button>
          <Button onClick={() => takeBack(coat)}>Not on after all</Button>
        </Row>
      ) : (
        leavesFilm(layer) && (
          <span className="soft">
            Stop wiping when it looks as above; take off more while it is darker. What dries is a little paler.
          </span>
        )
      )}
      {coat && board.recipe && <LeftByLook coat={coat} planned={board.recipe.stack[stage - 1] ?? coat.layer} />}
      {unlike && (
        <div className="soft">
          Really used:{' '}
          {Object.entries(coat.layer.colours)
            .map(([id, strength]) => colourText(bench.materials, id, strength))
            .join(', ')}
        </div>
      )}
      <ErrorMessage error={error} />
      {editing && coat && <CoatDialog bench={bench} coat={coat} onClose={() => setEditing(false)} />}
    </Pile>
  );
}
