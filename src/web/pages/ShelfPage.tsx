import { Button, LinearProgress } from '@mui/material';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { onTheShelf } from '../../record/shelf/materials.ts';
import { type ShelfItem, shelfItems, shelfTroubles } from '../../record/shelf/shelf-items.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { ErrorMessage } from '../components/ErrorMessage.tsx';
import { Area, Text } from '../components/layout.tsx';
import { AddColourant } from '../components/shelf/AddColourant.tsx';
import { AddMix } from '../components/shelf/AddMix.tsx';
import { AddMedium, AddSupply } from '../components/shelf/AddToShelf.tsx';
import { AddWood } from '../components/shelf/AddWood.tsx';
import { ColourantPlate } from '../components/shelf/ColourantPlate.tsx';
import { MediumPlate } from '../components/shelf/MediumPlate.tsx';
import { MixPlate } from '../components/shelf/MixPlate.tsx';
import { NextBoardsList } from '../components/shelf/NextBoards.tsx';
import { ShelfFile } from '../components/shelf/ShelfFile.tsx';
import { ShelfList } from '../components/shelf/ShelfList.tsx';
import { SupplyPlate } from '../components/shelf/SupplyPlate.tsx';
import { WoodPlate } from '../components/shelf/WoodPlate.tsx';
import { useShelf } from '../hooks/api.ts';
import { shopDay } from '../hooks/shop-clock.ts';

/** How each kind of thing is named in the address of the page. */
const PARAMS = { species: 'wood', colourant: 'colour', medium: 'medium', supply: 'supply', mix: 'mix' } as const;
type Kind = keyof typeof PARAMS;

/** What is open: what the address names, else the first colour. */
function openOf(shelf: Shelf, params: URLSearchParams): { kind: Kind; id: string } | null {
  const lists = {
    species: shelf.species,
    colourant: shelf.colourants,
    medium: shelf.mediums,
    supply: shelf.supplies,
    mix: shelf.mixes,
  };
  for (const kind of Object.keys(PARAMS) as Kind[]) {
    const id = params.get(PARAMS[kind]);
    if (id && lists[kind].some((x) => x.id === id)) return { kind, id };
  }
  const [first] = onTheShelf(shelf.colourants);
  return first ? { kind: 'colourant', id: first.id } : null;
}

function Plate({ shelf, kind, id }: { shelf: Shelf; kind: Kind; id: string }) {
  const species = kind === 'species' && shelf.species.find((s) => s.id === id);
  if (species) return <WoodPlate key={id} species={species} />;
  const medium = kind === 'medium' && shelf.mediums.find((m) => m.id === id);
  if (medium) return <MediumPlate key={id} medium={medium} shelf={shelf} />;
  const supply = kind === 'supply' && shelf.supplies.find((s) => s.id === id);
  if (supply) return <SupplyPlate key={id} supply={supply} shelf={shelf} />;
  const mix = kind === 'mix' && shelf.mixes.find((m) => m.id === id);
  if (mix) return <MixPlate key={id} mix={mix} shelf={shelf} />;
  const colour = shelf.colourants.find((c) => c.id === id);
  return colour ? <ColourantPlate key={id} colourant={colour} shelf={shelf} /> : null;
}

/** What wants looking at of the thing that is open. */
function Troubles({ shelf, address }: { shelf: Shelf; address: string }) {
  const own = shelfTroubles(shelfItems(shelf), shopDay()).filter((t) => t.address === address);
  return own.length === 0 ? null : (
    <Area className="note" padBottom="apart">
      {own.map(({ what }) => (
        <div key={what}>{what}</div>
      ))}
    </Area>
  );
}

export function ShelfPage() {
  const { data: shelf, error } = useShelf();
  const [params, setParams] = useSearchParams();
  const [adding, setAdding] = useState<Kind | null>(null);
  const close = () => setAdding(null);
  const show = (kind: Kind, id: string) => {
    close();
    setParams((now) => {
      const next = new URLSearchParams(now);
      for (const param of Object.values(PARAMS)) next.delete(param);
      next.set(PARAMS[kind], id);
      return next;
    });
  };
  const open = (kind: Kind) => (id: string) => show(kind, id);
  const here = shelf ? openOf(shelf, params) : null;
  const address = here ? `${here.kind}/${here.id}` : '';
  return (
    <>
      <header className="head unpapered">
        <h1>Shelf</h1>
        <Text push />
        {shelf && <ShelfFile shelf={shelf} />}
        <Button onClick={() => setAdding('species')}>New wood</Button>
        <Button onClick={() => setAdding('medium')}>New clear</Button>
        <Button onClick={() => setAdding('mix')}>New mix</Button>
        <Button onClick={() => setAdding('supply')}>New supply</Button>
        <Button variant="contained" color="primary" onClick={() => setAdding('colourant')}>
          New colour
        </Button>
      </header>
      {!shelf && (
        <div className="plate">
          <ErrorMessage error={error?.message} />
          {!error && <LinearProgress aria-label="Fetching the shelf" />}
        </div>
      )}
      {shelf && (
        <div className="apart">
          <ShelfList
            shelf={shelf}
            here={address}
            onOpen={(item: ShelfItem) => show(item.address.split('/')[0] as Kind, item.id)}
          />
          <div>
            {here?.kind === 'colourant' && <NextBoardsList shelf={shelf} />}
            <Troubles shelf={shelf} address={address} />
            {here ? (
              <Plate shelf={shelf} {...here} />
            ) : (
              <div>
                The shelf is empty. Put a wood, a clear and a colour on it; a colour then needs a ladder of two boards
                or more.
              </div>
            )}
          </div>
        </div>
      )}
      {adding === 'colourant' && <AddColourant onClose={close} onAdded={open('colourant')} />}
      {adding === 'species' && <AddWood onClose={close} onAdded={open('species')} />}
      {adding === 'medium' && <AddMedium onClose={close} onAdded={open('medium')} />}
      {adding === 'mix' && shelf && <AddMix shelf={shelf} onClose={close} onAdded={open('mix')} />}
      {adding === 'supply' && <AddSupply onClose={close} onAdded={open('supply')} />}
    </>
  );
}
