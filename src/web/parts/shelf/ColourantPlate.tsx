import { Button, TextField } from '@mui/material';
import { useEffect, useState } from 'react';
import { WAVELENGTHS } from '../../../core/colour/grid.ts';
import { rungsToMake, wantsDarkGround } from '../../../core/learn/rungs.ts';
import type { ColourantRecord, Rung, Shelf } from '../../../shared/shelf.ts';
import { change } from '../../hooks/api.ts';
import { useEditForm } from '../../hooks/edit-form.ts';
import { useKept } from '../../hooks/kept.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { Curves } from '../curves/Curves.tsx';
import { deltaText, strengthText } from '../numbers.ts';
import { sentenceOf, Trouble } from '../Trouble.tsx';
import { useSay } from '../Undo.tsx';
import { BoardPair } from './BoardPair.tsx';
import { ColourStrip } from './ColourStrip.tsx';
import { ShelfTools } from './ShelfTools.tsx';

/** Where along the spectrum the fit is worst, and by how much, in per cent of reflectance. */
function worstBand(bandError: readonly number[]): string {
  const worst = bandError.reduce((w, e, i) => (e > bandError[w] ? i : w), 0);
  return `Worst at ${WAVELENGTHS[worst]} nm: off by ${(100 * bandError[worst]).toFixed(1)} % of reflectance.`;
}

/** One more rung: its strength and wood, and the board's readings before and after. */
function NewRung({ colourant, shelf }: { colourant: ColourantRecord; shelf: Shelf }) {
  const pigment = colourant.kind === 'pigment';
  const [typed, setTyped] = useKept(`rung/${colourant.id}`, { strength: '', speciesId: '' });
  const speciesId = typed.speciesId || colourant.rungs[0]?.speciesId || shelf.species[0]?.id || '';
  const strength = Number(typed.strength) * (pigment ? 0.01 : 1);
  const id = useNextId();
  return (
    <BoardPair
      woods={shelf.species}
      wood={speciesId}
      onWood={(id) => setTyped({ ...typed, speciesId: id })}
      check={() => {
        if (!(strength > 0)) throw new Error('A rung needs a strength above zero.');
      }}
      bench={{ path: '/instrument/rung', asked: () => ({ colourantId: colourant.id, speciesId, strength }) }}
      keep={async (pair) => {
        const rung = { id: id.next(), speciesId, strength, ...pair };
        await change('POST', `/colourants/${colourant.id}/ladder`, { rungs: [rung] });
        id.kept();
        // What was typed meanwhile is the next rung's.
        setTyped((now) => (now.strength === typed.strength ? { ...now, strength: '' } : now));
      }}
    >
      <TextField
        label={pigment ? 'Strength, % of glaze' : 'Strength, g/L'}
        value={typed.strength}
        onChange={(e) => setTyped({ ...typed, strength: e.target.value })}
        sx={{ width: 160 }}
      />
    </BoardPair>
  );
}

/** The strength of a rung, to be put right where it was written down wrongly; the profile is fitted again. */
function RungStrength({
  rung,
  pigment,
  onError,
}: {
  rung: Rung;
  pigment: boolean;
  onError: (sentence: string | null) => void;
}) {
  const scale = pigment ? 100 : 1;
  const [typed, setTyped] = useState(String(Number((rung.strength * scale).toFixed(4))));
  const strength = typed.trim() === '' ? Number.NaN : Number(typed) / scale;
  // Entered again after somebody else's change it is saved over that, knowingly.
  const { submit, error } = useEditForm(rung.version, (version) =>
    change('PATCH', `/rungs/${rung.id}`, { version, strength }),
  );
  useEffect(() => onError(error), [error, onError]);
  const leave = () => (Math.abs(strength - rung.strength) < 1e-9 ? undefined : submit());
  return (
    <TextField
      label={pigment ? '% of glaze' : 'g/L'}
      value={typed}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={leave}
      onKeyDown={(e) => e.key === 'Enter' && void leave()}
      sx={{ width: 100 }}
    />
  );
}

/** A colour of the shelf: its profile, the ladder it rests on, how well it fits, what is still to make. */
export function ColourantPlate({ colourant, shelf }: { colourant: ColourantRecord; shelf: Shelf }) {
  const pigment = colourant.kind === 'pigment';
  const [error, setError] = useState<string | null>(null);
  const say = useSay();
  const takeOut = async (rung: Rung) => {
    try {
      await change('DELETE', `/rungs/${rung.id}`);
      setError(null);
      say({ text: 'Rung taken out.', undo: () => change('POST', `/rungs/${rung.id}/restore`) });
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  const missing = rungsToMake(
    colourant.rungs.map((r) => r.strength),
    colourant.maxStrength,
  );
  return (
    <section style={{ display: 'grid', gap: 12, alignContent: 'start' }}>
      <ShelfTools kind="colourants" item={colourant} />
      <ColourStrip colourant={colourant} shelf={shelf} height={88} />
      <div>
        {colourant.kind} for {colourant.carrier}, lot {colourant.lot || 'not noted'}, at most{' '}
        {strengthText(colourant.maxStrength, pigment)}
        {!pigment && colourant.absorption && `, grows as strength^${colourant.exponent.toFixed(2)}`}
      </div>
      {colourant.absorption ? (
        <Curves
          label={`Profile of ${colourant.name}`}
          unit={pigment ? 'KX, SX' : 'K/S at 1 g/L'}
          height={240}
          curves={[
            ...(pigment && colourant.scatter ? [{ name: 'scatter', values: colourant.scatter, dashed: true }] : []),
            { name: 'absorption', values: colourant.absorption },
          ]}
        />
      ) : (
        <div className="note">No profile yet. It takes a ladder of two rungs or more.</div>
      )}
      <div>
        <h3 style={{ margin: '0 0 6px' }}>Ladder</h3>
        {colourant.rungs.map((rung, i) => (
          <div
            key={rung.id}
            style={{
              display: 'flex',
              gap: 20,
              borderTop: '1px solid var(--line)',
              padding: '6px 0',
              alignItems: 'center',
            }}
          >
            <RungStrength key={rung.version} rung={rung} pigment={pigment} onError={setError} />
            <span style={{ width: 90 }}>
              on {shelf.species.find((s) => s.id === rung.speciesId)?.name.toLowerCase()}
            </span>
            {colourant.fit?.fitError[i] !== undefined && (
              <span>
                the profile misses it by ΔE00 <span className="mono">{deltaText(colourant.fit.fitError[i])}</span>
              </span>
            )}
            <Button size="small" sx={{ marginLeft: 'auto', minHeight: 36 }} onClick={() => takeOut(rung)}>
              Take out
            </Button>
          </div>
        ))}
        <Trouble error={error} />
        {colourant.fit && <div style={{ paddingTop: 6 }}>{worstBand(colourant.fit.bandError)}</div>}
        <p>
          {missing.length > 0
            ? `Still to make: ${missing.map((s) => strengthText(s, pigment)).join(', ')}.`
            : 'The ladder covers its range.'}
          {pigment &&
            wantsDarkGround(colourant.rungs) &&
            ' Make one rung on a dark board too: on pale wood alone its hiding hardly shows.'}
        </p>
        <NewRung key={colourant.id} colourant={colourant} shelf={shelf} />
      </div>
      {colourant.caution && <div className="note">{colourant.caution}</div>}
    </section>
  );
}
