import { Button } from '@mui/material';
import { useState } from 'react';
import { usualCoats } from '../../../core/layers/layer.ts';
import { usualSurface } from '../../../core/learn/surfaces.ts';
import { makeCoat } from '../../../shared/contract/instrument.ts';
import { addCoatSamples, archiveCoatSample, restoreCoatSample } from '../../../shared/contract/shelf.ts';
import { CoatInput, type MediumRecord, type Shelf } from '../../../shared/shelf.ts';
import { change, send } from '../../hooks/api.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { Curves } from '../curves/Curves.tsx';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Area, Pile, Row, Text } from '../layout.tsx';
import { deltaText, numberTyped } from '../numbers.ts';
import { useToast } from '../Toast.tsx';
import { TypedField } from '../TypedField.tsx';
import { BoardPair } from './BoardPair.tsx';
import { Lots } from './Lots.tsx';
import { ProductFactsPanel } from './ProductFacts.tsx';
import { ShelfTools } from './ShelfTools.tsx';

/** One more board read before and after the coat. */
function NewCoat({ medium, shelf }: { medium: MediumRecord; shelf: Shelf }) {
  const id = useNextId();
  return (
    <BoardPair
      woods={shelf.species}
      keep={`coat/${medium.id}`}
      blank={{ coats: String(usualCoats(medium.kind)), speciesId: shelf.species[0]?.id ?? '' }}
      read={({ coats, speciesId }) => ({ speciesId, coats: numberTyped(coats) })}
      shape={CoatInput.pick({ coats: true, speciesId: true })}
      fields={(control) => <TypedField control={control} name="coats" label="Coats" sx={{ width: 110 }} />}
      bench={({ speciesId, coats }) => send(makeCoat, {}, { mediumId: medium.id, speciesId, coats })}
      save={async (coat, pair) => {
        await change(addCoatSamples, { item: medium.id }, { samples: [{ id: id.next(), ...coat, ...pair }] });
        id.kept();
      }}
    />
  );
}

const hundredths = (share: number) => `${(100 * share).toFixed(share < 0.1 ? 1 : 0)} %`;

/** A sealer, oil or clear of the shelf: its surface, its tint, the boards they rest on. */
export function MediumPlate({ medium, shelf }: { medium: MediumRecord; shelf: Shelf }) {
  const woodName = (id: string) => shelf.species.find((s) => s.id === id)?.name ?? id;
  const [error, setError] = useState<string | null>(null);
  const say = useToast();
  const takeOut = async (sample: string) => {
    try {
      await change(archiveCoatSample, { sample });
      setError(null);
      say({ text: 'Board taken out.', undo: () => change(restoreCoatSample, { sample }) });
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  const k1 = medium.k1 ?? usualSurface(medium.kind).k1;
  return (
    <Pile as="section" gap="near" top>
      <ShelfTools kind="mediums" item={medium} />
      <div>
        {medium.kind} on {medium.carrier}; mirrors {hundredths(k1)} outside, turns {hundredths(medium.k2)} back inside
      </div>
      <Curves
        label={`Light that one coat of ${medium.name} lets through, there and back`}
        unit="share let through"
        height={220}
        curves={[{ name: 'one coat', values: medium.tint.map((a) => Math.exp(-2 * a)) }]}
      />
      <div>
        <Text as="h3" padBottom="close">
          Boards read before and after
        </Text>
        {medium.samples.map((sample, i) => (
          <Row key={sample.id} gap="far" line padY="close">
            <Text width={160}>
              {woodName(sample.speciesId)}, {sample.coats} {sample.coats === 1 ? 'coat' : 'coats'}
            </Text>
            {medium.fitError[i] !== undefined && (
              <span>
                the fit misses it by ΔE00 <span className="mono">{deltaText(medium.fitError[i])}</span>
              </span>
            )}
            <Button size="small" sx={{ marginLeft: 'auto', minHeight: 36 }} onClick={() => takeOut(sample.id)}>
              Take out
            </Button>
          </Row>
        ))}
        <ErrorMessage error={error} />
        {medium.kind === 'oil' ? (
          <p>An oil goes into the wood; it keeps the usual values, and boards teach the rest.</p>
        ) : (
          <>
            {medium.samples.length === 0 && (
              <p>None yet: it has the usual values of a {medium.kind}. A pale and a dark board tell the most.</p>
            )}
            <Area padTop="apart">
              <NewCoat key={medium.id} medium={medium} shelf={shelf} />
            </Area>
          </>
        )}
      </div>
      <ProductFactsPanel place="mediums" product={medium} />
      <Lots
        item={`medium/${medium.id}`}
        name={medium.name}
        density={medium.sheet.density}
        canMl={medium.sheet.canMl}
        lots={shelf.lots.filter((l) => l.item === `medium/${medium.id}`)}
      />
      {medium.caution && <div className="note">{medium.caution}</div>}
    </Pile>
  );
}
