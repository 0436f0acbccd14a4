import { Button, LinearProgress } from '@mui/material';
import { type ReactNode, useState } from 'react';
import { useSearchParams } from 'react-router';
import { onTheShelf } from '../../record/materials.ts';
import { useShelf } from '../hooks/api.ts';
import { AddColourant, AddMedium, AddWood } from '../parts/shelf/AddToShelf.tsx';
import { ColourantPlate } from '../parts/shelf/ColourantPlate.tsx';
import { ColourStrip } from '../parts/shelf/ColourStrip.tsx';
import { MediumPlate } from '../parts/shelf/MediumPlate.tsx';
import { NextBoards } from '../parts/shelf/NextBoards.tsx';
import { WoodPlate } from '../parts/shelf/WoodPlate.tsx';
import { Trouble } from '../parts/Trouble.tsx';

interface EntryProps {
  name: string;
  aside: string;
  here: boolean;
  onClick: () => void;
  children?: ReactNode;
}

function Entry({ name, aside, here, onClick, children }: EntryProps) {
  return (
    <button
      type="button"
      aria-current={here}
      onClick={onClick}
      style={{
        all: 'unset',
        display: 'flex',
        width: '100%',
        gap: 12,
        minHeight: 44,
        alignItems: 'center',
        cursor: 'pointer',
        borderTop: '1px solid var(--line)',
        fontWeight: here ? 700 : 400,
        outline: 'revert',
      }}
    >
      {children && <span style={{ width: 92, flex: 'none' }}>{children}</span>}
      {name}
      <span className="soft" style={{ fontWeight: 400, fontSize: 14.5, marginLeft: 'auto', paddingRight: 6 }}>
        {aside}
      </span>
    </button>
  );
}

const asideOf = ({ archived }: { archived: boolean }, text: string) => (archived ? 'put away' : text);

export function ShelfPage() {
  const { data: shelf, error } = useShelf();
  const [params, setParams] = useSearchParams();
  const [away, setAway] = useState(false);
  const [adding, setAdding] = useState<'colour' | 'wood' | 'medium' | null>(null);
  const wood = shelf?.species.find((s) => s.id === params.get('wood'));
  const medium = shelf?.mediums.find((m) => m.id === params.get('medium'));
  const colour = shelf?.colourants.find((c) => c.id === params.get('colour')) ?? onTheShelf(shelf?.colourants ?? [])[0];
  const close = () => setAdding(null);
  const shown = <T extends { archived: boolean }>(list: readonly T[]): readonly T[] => (away ? list : onTheShelf(list));
  const anyAway = shelf && [...shelf.species, ...shelf.colourants, ...shelf.mediums].some((x) => x.archived);
  const open = (what: string) => (id: string) => {
    close();
    setParams({ [what]: id });
  };
  return (
    <>
      <header className="head">
        <h1>Shelf</h1>
        <Button sx={{ marginLeft: 'auto' }} onClick={() => setAdding('wood')}>
          New wood
        </Button>
        <Button onClick={() => setAdding('medium')}>New clear</Button>
        <Button variant="contained" color="primary" onClick={() => setAdding('colour')}>
          New colour
        </Button>
      </header>
      {!shelf && (
        <div className="plate">
          <Trouble error={error?.message} />
          {!error && <LinearProgress aria-label="Fetching the shelf" />}
        </div>
      )}
      {shelf && (
        <div className="apart">
          <nav aria-label="On the shelf">
            <h2 style={{ marginTop: 0 }}>Colours</h2>
            {shown(shelf.colourants).map((c) => (
              <Entry
                key={c.id}
                name={c.name}
                aside={asideOf(c, c.absorption ? c.kind : `${c.kind}, no profile`)}
                here={!wood && !medium && c === colour}
                onClick={() => setParams({ colour: c.id })}
              >
                {c.absorption && <ColourStrip colourant={c} shelf={shelf} height={26} />}
              </Entry>
            ))}
            <h2>Woods</h2>
            {shown(shelf.species).map((s) => (
              <Entry
                key={s.id}
                name={s.name}
                aside={asideOf(s, `${s.tissues.length} ${s.tissues.length === 1 ? 'tissue' : 'tissues'}`)}
                here={s === wood}
                onClick={() => setParams({ wood: s.id })}
              />
            ))}
            <h2>Sealers, oils, clears</h2>
            {shown(shelf.mediums).map((m) => (
              <Entry
                key={m.id}
                name={m.name}
                aside={asideOf(m, m.samples.length > 0 || m.kind === 'oil' ? m.kind : `${m.kind}, usual values`)}
                here={m === medium}
                onClick={() => setParams({ medium: m.id })}
              />
            ))}
            {anyAway && (
              <Button sx={{ marginTop: 2 }} onClick={() => setAway(!away)}>
                {away ? 'Hide what is put away' : 'Show what is put away'}
              </Button>
            )}
          </nav>
          <div>
            {!wood && !medium && <NextBoards shelf={shelf} />}
            {wood ? (
              <WoodPlate key={wood.id} species={wood} />
            ) : medium ? (
              <MediumPlate key={medium.id} medium={medium} shelf={shelf} />
            ) : colour ? (
              <ColourantPlate key={colour.id} colourant={colour} shelf={shelf} />
            ) : (
              <div>
                The shelf is empty. Put a wood, a clear and a colour on it; a colour then needs a ladder of two boards
                or more.
              </div>
            )}
          </div>
        </div>
      )}
      {adding === 'colour' && <AddColourant onClose={close} onAdded={open('colour')} />}
      {adding === 'wood' && <AddWood onClose={close} onAdded={open('wood')} />}
      {adding === 'medium' && <AddMedium onClose={close} onAdded={open('medium')} />}
    </>
  );
}
