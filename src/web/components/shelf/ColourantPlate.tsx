import { Button, MenuItem } from '@mui/material';
import { useState } from 'react';
import { WAVELENGTHS } from '../../../core/colour/grid.ts';
import { FieldError } from '../../../core/field-error.ts';
import { COLOURANT_INFO, KINDS } from '../../../core/kinds/index.ts';
import { nth } from '../../../core/known.ts';
import { isShare, strengthUnit } from '../../../core/layers/materials.ts';
import { rungsToMake, wantsDarkGround } from '../../../core/learn/rungs.ts';
import { sharedRungs } from '../../../record/job/ladders.ts';
import { onTheShelf } from '../../../record/shelf/materials.ts';
import { asksDarkness } from '../../../record/shelf/shelf-items.ts';
import { makeRung } from '../../../shared/contract/instrument.ts';
import { addRungs, archiveRung, changeColourant, changeRung, restoreRung } from '../../../shared/contract/shelf.ts';
import { type ColourantRecord, type Rung, RungInput, type Shelf } from '../../../shared/shelf.ts';
import { change, send } from '../../hooks/api.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useVersioned } from '../../hooks/versioned.ts';
import { Curves } from '../curves/Curves.tsx';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Area, Pile, Text } from '../layout.tsx';
import { MeanwhileNote } from '../MeanwhileNote.tsx';
import { deltaText, numberTyped, strengthText } from '../numbers.ts';
import { SavedNumber } from '../SavedNumber.tsx';
import { useToast } from '../Toast.tsx';
import { TypedField } from '../TypedField.tsx';
import { BoardPair } from './BoardPair.tsx';
import { ColourStrip } from './ColourStrip.tsx';
import { LadderByPicture } from './LadderByPicture.tsx';
import { Lots } from './Lots.tsx';
import { ProductFactsPanel } from './ProductFacts.tsx';
import { ShelfTools } from './ShelfTools.tsx';
import { TransferTest } from './TransferTest.tsx';

/** Where along the spectrum the fit is worst, and by how much, in per cent of reflectance. */
function worstBand(bandError: readonly number[]): string {
  const worst = bandError.reduce((w, e, i) => (e > nth(bandError, w) ? i : w), 0);
  return `Worst at ${WAVELENGTHS[worst]} nm: off by ${(100 * nth(bandError, worst)).toFixed(1)} % of reflectance.`;
}

const ALONE = '';

function positiveTyped(text: string): number {
  const value = numberTyped(text);
  if (!value || value < 0) throw new FieldError('beside', 'How much of it is in the pot?');
  return value;
}

/** One more rung: its strength and wood, and the board's readings before and after. */
function NewRungForm({ colourant, shelf }: { colourant: ColourantRecord; shelf: Shelf }) {
  const { word, one: scale } = strengthUnit(colourant);
  const [picturing, setPicturing] = useState(false);
  const id = useNextId();
  const { mostColours } = KINDS[COLOURANT_INFO[colourant.kind].shownAs];
  const others = onTheShelf(shelf.colourants).filter(
    (c) => c.id !== colourant.id && c.kind === colourant.kind && c.carrier === colourant.carrier,
  );
  return (
    <>
      <BoardPair
        woods={shelf.species}
        keep={`rung/${colourant.id}`}
        blank={{
          strength: '',
          other: ALONE,
          beside: '',
          speciesId: colourant.rungs[0]?.speciesId ?? shelf.species[0]?.id ?? '',
        }}
        read={({ strength, speciesId, other, beside }) => ({
          speciesId,
          strength: (numberTyped(strength) ?? 0) * scale,
          beside: other ? { [other]: positiveTyped(beside) * scale } : {},
        })}
        shape={RungInput.pick({ strength: true, speciesId: true, beside: true })}
        fields={(control, typed) => (
          <>
            <TypedField control={control} name="strength" label={`Strength, ${word}`} sx={{ width: 160 }} />
            {mostColours > 1 && others.length > 0 && (
              <TypedField control={control} name="other" label="In the pot with" select sx={{ width: 180 }}>
                <MenuItem value={ALONE}>Nothing else</MenuItem>
                {others.map((c) => (
                  <MenuItem key={c.id} value={c.id}>
                    {c.name}
                  </MenuItem>
                ))}
              </TypedField>
            )}
            {typed.other && <TypedField control={control} name="beside" label={`That, ${word}`} sx={{ width: 140 }} />}
          </>
        )}
        bench={(rung) => send(makeRung, {}, { colourantId: colourant.id, ...rung })}
        save={async (rung, pair) => {
          await change(addRungs, { item: colourant.id }, { rungs: [{ id: id.next(), ...rung, ...pair }] });
          id.kept();
        }}
      />
      <Button onClick={() => setPicturing(true)}>All rungs in one picture</Button>
      {picturing && (
        <LadderByPicture
          colourant={colourant}
          woods={shelf.species}
          unit={word}
          scale={scale}
          onClose={() => setPicturing(false)}
        />
      )}
    </>
  );
}

/** Asked once of an oil stain without a ladder: a very dark one is left for days. */
function Darkness({ colourant: { id, version, sheet } }: { colourant: ColourantRecord }) {
  const [error, setError] = useState<string | null>(null);
  const say = async (dark: boolean) => {
    try {
      await change(changeColourant, { item: id }, { version, sheet: { ...sheet, dark } });
      setError(null);
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <div className="row">
      <span>Is it black or very dark?</span>
      <Button onClick={() => say(true)}>Yes, it is</Button>
      <Button onClick={() => say(false)}>No</Button>
      <ErrorMessage error={error} />
    </div>
  );
}

/** The strength of a rung, to be put right where it was written down wrongly; the profile is fitted again. */
function RungStrength({ rung, colourant }: { rung: Rung; colourant: ColourantRecord }) {
  const { word, one } = strengthUnit(colourant);
  const typedOf = (strength: number) => Number((strength / one).toFixed(4));
  const { shown, set, error, meanwhile, keepMine, takeTheirs } = useVersioned<number>({
    lane: `/rungs/${rung.id}`,
    value: rung.strength,
    version: rung.version,
    valueIn: (now) => (now as Rung).strength,
    save: async (strength, version) => {
      const { rungs } = await change(changeRung, { rung: rung.id }, { version, strength });
      return rungs.find((r) => r.id === rung.id)?.version ?? version;
    },
  });
  return (
    <div>
      <SavedNumber
        label={word}
        name="strength"
        shape={RungInput.shape.strength}
        shown={typedOf(shown)}
        set={(strength) => set(strength * one)}
        refused={error}
        width={130}
      />
      <MeanwhileNote
        meanwhile={meanwhile}
        what="The strength"
        text={(strength) => strengthText(strength, colourant)}
        onMine={keepMine}
        onTheirs={takeTheirs}
      />
    </div>
  );
}

/** A colour of the shelf: its profile, the ladder it rests on, how well it fits, what is still to make. */
export function ColourantPlate({ colourant, shelf }: { colourant: ColourantRecord; shelf: Shelf }) {
  const share = isShare(colourant.kind);
  const [error, setError] = useState<string | null>(null);
  const say = useToast();
  const takeOut = async (rung: Rung) => {
    try {
      await change(archiveRung, { rung: rung.id });
      setError(null);
      say({ text: 'Rung taken out.', undo: () => change(restoreRung, { rung: rung.id }) });
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  const nameOf = (id: string) => shelf.colourants.find((c) => c.id === id)?.name ?? id;
  const shared = sharedRungs(shelf.colourants, colourant.id);
  const missing = rungsToMake(
    [...colourant.rungs.map((r) => r.strength), ...shared.map(({ rung }) => rung.beside[colourant.id] ?? 0)],
    colourant.maxStrength,
  );
  return (
    <Pile as="section" gap="near" top>
      <ShelfTools kind="colourants" item={colourant} />
      <ColourStrip colourant={colourant} shelf={shelf} height={88} />
      <div>
        {colourant.kind} for {colourant.carrier}, at most {strengthText(colourant.maxStrength, colourant)}
        {!share && colourant.absorption && `, grows as strength^${colourant.exponent.toFixed(2)}`}
      </div>
      {asksDarkness(colourant) && <Darkness colourant={colourant} />}
      {colourant.absorption ? (
        <Curves
          label={`Profile of ${colourant.name}`}
          unit={share ? 'KX, SX' : 'K/S at 1 g/L'}
          height={240}
          curves={[
            ...(share && colourant.scatter ? [{ name: 'scatter', values: colourant.scatter, dashed: true }] : []),
            { name: 'absorption', values: colourant.absorption },
          ]}
        />
      ) : (
        <div className="note">
          No profile yet. It takes a ladder of two boards or more, of this colour alone or mixed with another.
        </div>
      )}
      <div>
        <Text as="h3" padBottom="close">
          Ladder
        </Text>
        {colourant.rungs.map((rung, i) => (
          <div key={rung.id} className="row">
            <RungStrength rung={rung} colourant={colourant} />
            <Text width={90}>on {shelf.species.find((s) => s.id === rung.speciesId)?.name.toLowerCase()}</Text>
            {Object.entries(rung.beside).map(([id, strength]) => (
              <span key={id}>
                with {nameOf(id)} {strengthText(strength, colourant)}
              </span>
            ))}
            {typeof colourant.fit?.fitError[i] === 'number' && (
              <span>
                the profile misses it by ΔE00 <span className="mono">{deltaText(colourant.fit.fitError[i])}</span>
              </span>
            )}
            <Button size="small" sx={{ marginLeft: 'auto', minHeight: 36 }} onClick={() => takeOut(rung)}>
              Take out
            </Button>
          </div>
        ))}
        {shared.map(({ owner, rung }) => (
          <div key={rung.id} className="row">
            <span>
              {strengthText(rung.beside[colourant.id] ?? 0, colourant)} with {owner.name}{' '}
              {strengthText(rung.strength, owner)}, a board of its ladder
            </span>
          </div>
        ))}
        <ErrorMessage error={error} />
        {colourant.fit && <Area padTop="close">{worstBand(colourant.fit.bandError)}</Area>}
        <p>
          {missing.length > 0
            ? `Still to make: ${missing.map((s) => strengthText(s, colourant)).join(', ')}.`
            : 'The ladder covers its range.'}
          {colourant.kind === 'pigment' &&
            wantsDarkGround(colourant.rungs) &&
            ' Make one rung on a dark board too: on pale wood alone its hiding hardly shows.'}
        </p>
        <NewRungForm key={colourant.id} colourant={colourant} shelf={shelf} />
      </div>
      {COLOURANT_INFO[colourant.kind].dissolves && <TransferTest colourant={colourant} />}
      <ProductFactsPanel place="colourants" product={colourant} />
      <Lots
        item={`colourant/${colourant.id}`}
        name={colourant.name}
        density={colourant.sheet.density}
        canMl={colourant.sheet.canMl}
        lots={shelf.lots.filter((l) => l.item === `colourant/${colourant.id}`)}
      />
      {colourant.caution && <div className="note">{colourant.caution}</div>}
    </Pile>
  );
}
