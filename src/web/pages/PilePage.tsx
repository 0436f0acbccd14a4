import { Button, MenuItem, TextField } from '@mui/material';
import { useRef } from 'react';
import { useSearchParams } from 'react-router';
import { lookText } from '../../core/belief/words.ts';
import { screenColour } from '../../core/colour/display.ts';
import { reflectanceFromLab } from '../../core/colour/reconstruct.ts';
import type { HelpForPiece, PlacedPiece } from '../../core/judge/which-where.ts';
import { woodNamed } from '../../record/board/wood.ts';
import { partsOfWood } from '../../record/work/pieces.ts';
import { piecesTyped, pileOfWood } from '../../record/work/pile.ts';
import { addRawPieces, archiveRawPiece, changeRawPiece, restoreRawPiece } from '../../shared/contract/work.ts';
import { newId } from '../../shared/id.ts';
import type { JobWood } from '../../shared/job.ts';
import { NewRawPieces, type RawPiece } from '../../shared/raw-piece.ts';
import { ErrorMessage } from '../components/ErrorMessage.tsx';
import { Area, Columns, Pile, PlainLink, Row } from '../components/layout.tsx';
import { labText } from '../components/numbers.ts';
import { useAttempt, useToast } from '../components/Toast.tsx';
import { TypedField } from '../components/TypedField.tsx';
import { useTold } from '../components/use-told.ts';
import { WorkNav } from '../components/work/WorkNav.tsx';
import { change } from '../hooks/api.ts';
import { type OpenBench, useOpenBench } from '../hooks/bench.ts';
import { useTypedForm } from '../hooks/typed-form.ts';

const EXAMPLE = '1-6 same\n7 a touch darker, lively\n8 plainly paler, pair A\n9 pair A';
const HELPS: Readonly<Record<HelpForPiece, string>> = {
  wash: 'paler than the rest: a weak wash of the dye first brings it nearer; try it on its end',
  bleach: 'darker than the rest: bleach brings it nearer, never quite; better where nobody looks',
  toner: 'another hue: even it with a toner over the seal, or leave it out',
};

/** Pieces typed a line each; what was typed stays until it is added. */
function AddPieces({ wood }: { wood: JobWood }) {
  // It is what the page is for until there are some.
  const main = wood.rawPieces.length === 0 ? ({ variant: 'contained', color: 'primary' } as const) : {};
  // The same text asked for twice makes the same pieces.
  const made = useRef<{ text: string; ids: string[] }>({ text: '', ids: [] });
  const { form, submit, busy, error } = useTypedForm({
    keep: `pile/${wood.id}`,
    blank: { text: '' },
    read: ({ text }) => {
      const pieces = piecesTyped(text);
      if (made.current.text !== text) made.current = { text, ids: pieces.map(() => newId()) };
      return { pieces: pieces.map((piece, i) => ({ id: made.current.ids[i], ...piece })) };
    },
    shape: NewRawPieces,
    save: (pieces) => change(addRawPieces, { wood: wood.id }, pieces),
    onSaved: () => {
      made.current = { text: '', ids: [] };
    },
  });
  return (
    <Pile as="section" aria-label="Add pieces" gap="near" top>
      <h2>Add pieces</h2>
      <TypedField
        control={form.control}
        name="text"
        multiline
        minRows={5}
        label="One piece a line"
        placeholder={EXAMPLE}
      />
      <ErrorMessage error={error} />
      <Row>
        <Button {...main} disabled={busy || form.watch('text').trim() === ''} onClick={() => void submit()}>
          Add them
        </Button>
      </Row>
      <p className="soft">
        Lay them out in one light, wetted with spirits if they are dusty. Say <span className="mono">same</span>,{' '}
        <span className="mono">a touch darker</span>, <span className="mono">plainly redder</span>, or what it reads:{' '}
        <span className="mono">7 62.1 11.8 24</span>. <span className="mono">lively</span> is a loud figure;{' '}
        <span className="mono">pair A</span> lies beside its other half.
      </p>
    </Pile>
  );
}

function PieceRow({
  bench,
  wood,
  piece,
  placed,
}: {
  bench: OpenBench;
  wood: JobWood;
  piece: RawPiece;
  placed: PlacedPiece;
}) {
  const told = useTold();
  const say = useToast();
  const attempt = useAttempt();
  const parts = partsOfWood(bench.job, wood);
  const takeOut = () =>
    attempt(async () => {
      await change(archiveRawPiece, { rawPiece: piece.id });
      say({ text: `${piece.name} taken from the pile.`, undo: () => change(restoreRawPiece, { rawPiece: piece.id }) });
    });
  const choose = (partId: string | null) =>
    attempt(() => change(changeRawPiece, { rawPiece: piece.id }, { version: piece.version, partId }));
  const { rgb } = screenColour(reflectanceFromLab(placed.lab));
  const proposed = parts.find((p) => p.id === placed.part);
  const colour = piece.lab ? labText(piece.lab) : lookText(piece.said ?? []);
  return (
    <Columns as="li" of="56px 64px 1fr 210px auto" gap="near" align="center" line padTop="hair">
      <b>{piece.name}</b>
      <Area height={40} colour={`rgb(${rgb.map(Math.round).join(' ')})`} aria-hidden />
      <div>
        {told.words || !piece.lab ? colour : <span className="mono">{colour}</span>}
        {piece.lively && ', lively'}
        {piece.pair && `, pair ${piece.pair}`}
        {placed.odd && (
          <div>
            <b>odd</b>: {placed.help && HELPS[placed.help]}.
          </div>
        )}
      </div>
      <TextField
        select
        value={piece.partId ?? ''}
        onChange={(e) => void choose(e.target.value || null)}
        slotProps={{
          select: { displayEmpty: true, SelectDisplayProps: { 'aria-label': `Piece ${piece.name} is for` } },
        }}
      >
        <MenuItem value="">{proposed ? proposed.name : placed.odd ? 'set apart' : 'left over'}</MenuItem>
        {parts.map((p) => (
          <MenuItem key={p.id} value={p.id}>
            {p.name} (chosen)
          </MenuItem>
        ))}
      </TextField>
      <Button className="noprint" size="small" onClick={() => void takeOut()}>
        Take out
      </Button>
    </Columns>
  );
}

/** The pile of a wood's pieces: sorted by raw colour, and which of them goes where. */
export function PilePage() {
  const bench = useOpenBench();
  const [params] = useSearchParams();
  const { job, shelf } = bench;
  const wood = job.woods.find((w) => w.code === params.get('wood')) ?? job.woods[0];
  if (!wood) return <div className="plate">This job has no wood yet. Choose one under Woods first.</div>;
  const parts = partsOfWood(job, wood);
  const { pieces, short } = pileOfWood(bench, wood);
  const nameOf = (id: string) => parts.find((p) => p.id === id)?.name ?? '';
  const odd = pieces.filter((p) => p.odd).length;
  return (
    <>
      <WorkNav />
      <div className="plate columns parts">
        <Pile as="section" aria-label="Which piece where" gap="close" top>
          <h2>
            {pieces.length === 0
              ? `The pile of ${woodNamed(shelf, wood).toLowerCase()}`
              : `${pieces.length} ${pieces.length === 1 ? 'piece' : 'pieces'} of ${woodNamed(shelf, wood).toLowerCase()}, the palest first${odd > 0 ? `; ${odd} odd` : ''}`}
          </h2>
          {parts.length === 0 && (
            <p>
              No part is made of this wood yet: <PlainLink to="../parts">say which parts there are.</PlainLink>
            </p>
          )}
          {pieces.length === 0 && parts.length > 0 && (
            <p>
              Nothing is chalked yet. With the colour of each piece, like goes beside like, the calm ones where most is
              seen, pairs together.
            </p>
          )}
          {pieces.length > 0 && Object.keys(short).length > 0 && (
            <div className="note">
              Still wanted:{' '}
              {Object.entries(short)
                .map(([id, count]) => `${count} × ${nameOf(id)}`)
                .join(', ')}
              .
            </div>
          )}
          <ul className="plain">
            {pieces.map((placed) => {
              const piece = wood.rawPieces.find((p) => p.id === placed.id);
              return piece && <PieceRow key={piece.id} bench={bench} wood={wood} piece={piece} placed={placed} />;
            })}
          </ul>
        </Pile>
        <AddPieces key={wood.id} wood={wood} />
      </div>
    </>
  );
}
