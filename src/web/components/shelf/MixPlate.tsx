import { Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { USUAL_PREPARATION } from '../../../core/board/preparation.ts';
import { FieldError } from '../../../core/field-error.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import { newLayer } from '../../../core/layers/layer.ts';
import { isShare } from '../../../core/layers/materials.ts';
import { strengthOfMix } from '../../../core/learn/unknown-mix.ts';
import { colourThinnedFor, gramsPerLitreOf, partsOf, thinnerFor, volumeText } from '../../../core/mix/index.ts';
import { materialsOf } from '../../../record/shelf/materials.ts';
import { archiveMix, changeMix, restoreMix } from '../../../shared/contract/shelf.ts';
import type { KeptMix } from '../../../shared/mix.ts';
import { RungInput, type Shelf } from '../../../shared/shelf.ts';
import { change, useHouse } from '../../hooks/api.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Pile, Row, Text } from '../layout.tsx';
import { PotLife } from '../mix/PotLife.tsx';
import { colourText, gramsText, numberTyped } from '../numbers.ts';
import { useAttempt, useToast } from '../Toast.tsx';
import { BoardPair } from './BoardPair.tsx';
import { MixQuantities } from './MixQuantities.tsx';

/** The colours of a mix, the main one first. */
const coloursOf = (mix: KeptMix) =>
  Object.entries(mix.colours)
    .filter(([, s]) => s > 0)
    .sort(([, p], [, q]) => q - p);

/** A mix that was kept: what is in it, how much is left, and what can be done with it. */
export function MixPlate({ mix, shelf }: { mix: KeptMix; shelf: Shelf }) {
  const materials = materialsOf(shelf);
  const house = useHouse().data;
  const units = house?.units ?? 'metric';
  const foreseen = Object.keys(mix.colours).every((id) => shelf.colourants.find((c) => c.id === id)?.absorption);
  const attempt = useAttempt();
  const say = useToast();
  const colours = coloursOf(mix);
  const parts = partsOf(colours.map(([, s]) => s));
  /** Keeps what the mix became, and offers the way back. */
  const become = async (now: Partial<KeptMix>, text: string) => {
    const was = Object.fromEntries(Object.keys(now).map((key) => [key, mix[key as keyof KeptMix]]));
    const made = await change(changeMix, { mix: mix.id }, { version: mix.version, ...now });
    say({ text, undo: () => change(changeMix, { mix: mix.id }, { version: made.version, ...was }) });
  };
  const putAway = () =>
    attempt(async () => {
      if (mix.archived) return change(restoreMix, { mix: mix.id });
      await change(archiveMix, { mix: mix.id });
      say({ text: `${mix.name} put away.`, undo: () => change(restoreMix, { mix: mix.id }) });
    });
  return (
    <Pile as="section" className="papered" gap="apart" top>
      <Row gap="near">
        <Text as="h2" grow>
          {mix.name}
          {mix.archived && <span className="soft"> put away</span>}
        </Text>
        <Button onClick={() => void putAway()}>{mix.archived ? 'Bring back' : 'Put away'}</Button>
      </Row>
      <div>
        {KINDS[mix.kind].label}, {mix.litres > 0 ? `${volumeText(mix.litres, units)} left` : 'none left'}, noted{' '}
        {mix.madeAt.slice(0, 10)}
        {mix.unknownStrength ? '; how strong it is nobody knows' : ''}
      </div>
      {mix.setsAt && <PotLife until={Date.parse(mix.setsAt)} />}
      <div>
        {colours.map(([id, s], i) => (
          <Row key={id} gap="apart" line padY="close">
            <Text as="b" width={160}>
              {materials.colourants[id]?.name ?? id}
            </Text>
            <Text className="mono" width={110}>
              {mix.unknownStrength ? '?' : colourText(materials, id, s).split(' ').slice(-2).join(' ')}
            </Text>
            <span className="soft">
              {parts[i]} {parts[i] === 1 ? 'part' : 'parts'}
            </span>
          </Row>
        ))}
      </div>
      {mix.note && <div>{mix.note}</div>}
      {!foreseen && (
        <div className="soft">
          A colour of it has no ladder yet: it is mixed by ratio, what it looks like is not foreseen.
        </div>
      )}
      {house && !mix.unknownStrength && <MixQuantities mix={mix} shelf={shelf} house={house} />}
      {mix.unknownStrength ? (
        foreseen && <FindStrength mix={mix} shelf={shelf} onBecome={become} />
      ) : (
        <OtherStrength mix={mix} shelf={shelf} units={units} onBecome={become} />
      )}
      {!mix.unknownStrength && <ByFeel mix={mix} shelf={shelf} onBecome={become} />}
    </Pile>
  );
}

interface Doing {
  mix: KeptMix;
  shelf: Shelf;
  onBecome: (now: Partial<KeptMix>, text: string) => Promise<void>;
}

/** Stronger by more of its colours, weaker by more of what it is mixed in. */
function OtherStrength({ mix, shelf, units, onBecome }: Doing & { units: 'metric' | 'us' }) {
  const [typed, setTyped] = useState('');
  const attempt = useAttempt();
  const kinds = materialsOf(shelf).colourants;
  const times = numberTyped(typed);
  let told = 'Half as strong is 0.5, half as strong again is 1.5.';
  let error: string | null = null;
  let litres = mix.litres;
  try {
    if (times !== undefined) {
      if (!(times > 0 && times <= 100)) throw new FieldError('times', 'More than 0 and at most 100 times as strong.');
      if (!(mix.litres > 0)) throw new FieldError('litres', 'Nothing of it is left.');
      if (times < 1) {
        const more = thinnerFor(mix.litres, 1, times);
        litres = mix.litres + more;
        told = `Add ${volumeText(more, units)} of what it is mixed in: ${volumeText(litres, units)} in all.`;
      } else
        told = `Add ${coloursOf(mix)
          .map(([id, s]) => {
            const perLitre = gramsPerLitreOf(kinds[id], s);
            return `${gramsText(colourThinnedFor(mix.litres, perLitre, perLitre * times))} ${kinds[id]?.name ?? id}`;
          })
          .join(', ')}.`;
    }
  } catch (trouble) {
    error = sentenceOf(trouble);
  }
  const done = () =>
    attempt(async () => {
      if (times === undefined || error) return;
      const colours = Object.fromEntries(Object.entries(mix.colours).map(([id, s]) => [id, s * times]));
      await onBecome({ colours, litres }, `${mix.name} is ${times} times as strong.`);
      setTyped('');
    });
  return (
    <section aria-label="Stronger or weaker">
      <Text as="h3" padBottom="close">
        Stronger or weaker
      </Text>
      <Row gap="near" align="start">
        <TextField
          label="Times as strong"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          error={error !== null}
          helperText={error ?? told}
          sx={{ width: 380 }}
        />
        <Button onClick={() => void done()} disabled={times === undefined || error !== null}>
          It is done
        </Button>
      </Row>
    </section>
  );
}

/** Colour that was added by feel: how much it was the jar tells, weighed before and after. */
function ByFeel({ mix, shelf, onBecome }: Doing) {
  const materials = materialsOf(shelf);
  const kind = materials.colourants[Object.keys(mix.colours)[0] ?? '']?.kind ?? 'dye';
  const free = shelf.colourants.filter((c) => c.kind === kind && !c.archived);
  const [colour, setColour] = useState(coloursOf(mix)[0]?.[0] ?? '');
  const [before, setBefore] = useState('');
  const [after, setAfter] = useState('');
  const [error, setError] = useState<string | null>(null);
  const add = async () => {
    try {
      setError(null);
      const [full, less] = [numberTyped(before), numberTyped(after)];
      if (full === undefined || less === undefined || Number.isNaN(full) || Number.isNaN(less))
        throw new FieldError('before', 'Weigh the jar before and after: two numbers, in grams.');
      if (less >= full) throw new FieldError('after', 'The jar is not lighter than before: nothing went out of it.');
      if (!(mix.litres > 0)) throw new FieldError('litres', 'Nothing of the mix is left.');
      const grams = full - less;
      const more = grams / mix.litres / gramsPerLitreOf(materials.colourants[colour], 1);
      const colours = { ...mix.colours, [colour]: (mix.colours[colour] ?? 0) + more };
      await onBecome({ colours }, `${gramsText(grams)} ${materials.colourants[colour]?.name ?? colour} went in.`);
      setBefore('');
      setAfter('');
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <section aria-label="Added by feel">
      <Text as="h3" padBottom="close">
        Added by feel
      </Text>
      <Row gap="near" wrap>
        <TextField select label="Colour" value={colour} onChange={(e) => setColour(e.target.value)} sx={{ width: 170 }}>
          {free.map((c) => (
            <MenuItem key={c.id} value={c.id}>
              {c.name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          label="Jar before, g"
          value={before}
          onChange={(e) => setBefore(e.target.value)}
          sx={{ width: 130 }}
        />
        <TextField label="Jar after, g" value={after} onChange={(e) => setAfter(e.target.value)} sx={{ width: 130 }} />
        <Button onClick={() => void add()}>It went in</Button>
      </Row>
      <ErrorMessage error={error} />
    </section>
  );
}

/** How strong a mix is, from one board read before and after a coat of it. */
function FindStrength({ mix, shelf, onBecome }: Doing) {
  const share = isShare(materialsOf(shelf).colourants[Object.keys(mix.colours)[0] ?? '']?.kind ?? 'dye');
  return (
    <section aria-label="How strong it is">
      <Text as="h3" padBottom="close">
        How strong it is
      </Text>
      <Text as="p" padBottom="close">
        Put one coat of it on an offcut and read the offcut before and after, dry. {share ? 'Bare wood, wiped.' : ''}
      </Text>
      <BoardPair
        woods={shelf.species}
        keep={`strength/${mix.id}`}
        blank={{ speciesId: shelf.species[0]?.id ?? '' }}
        read={({ speciesId }) => ({ speciesId })}
        shape={RungInput.pick({ speciesId: true })}
        fields={() => null}
        save={async ({ speciesId }, pair) => {
          const wood = shelf.species.find((s) => s.id === speciesId);
          if (!wood) return;
          const layer = newLayer(mix.kind, { colours: mix.colours });
          const { factor, miss } = strengthOfMix(layer, wood, materialsOf(shelf), USUAL_PREPARATION, pair);
          const colours = Object.fromEntries(Object.entries(mix.colours).map(([id, s]) => [id, s * factor]));
          await onBecome(
            { colours, unknownStrength: false },
            miss > 2
              ? `Found, but ΔE00 ${miss.toFixed(1)} is left: are its colours really these?`
              : `Its strength is found; ΔE00 ${miss.toFixed(1)} is left.`,
          );
        }}
      />
    </section>
  );
}
