import { Button } from '@mui/material';
import { useState } from 'react';
import { madeOf, SUPPLY_KINDS } from '../../../core/kinds/index.ts';
import { nth } from '../../../core/known.ts';
import { materialsOf } from '../../../record/shelf/materials.ts';
import { dryingOfProduct, seenByProduct } from '../../../record/work/work.ts';
import type { ColourantRecord, MediumRecord, SupplyRecord } from '../../../shared/shelf.ts';
import { change, useExperience, useShelf } from '../../hooks/api.ts';
import { useClock } from '../../hooks/clock.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Row } from '../layout.tsx';
import { hoursText } from '../numbers.ts';
import { SHELF_ROUTES } from './shelf-routes.ts';

type Place = 'colourants' | 'mediums' | 'supplies';
type Product = ColourantRecord | MediumRecord | SupplyRecord;
interface Props {
  place: Place;
  product: Product;
}

const KIND: Record<Place, string> = { colourants: 'colourant', mediums: 'medium', supplies: 'supply' };
/** So few waits say little of a product. */
const A_FEW = 3;

/** A line of what was seen, and a tap that takes it as what counts here. */
function Line({ place, product, text, hours, label }: Props & { text: string; hours: number | null; label: string }) {
  const [error, setError] = useState<string | null>(null);
  const { sheet, version } = product;
  const goOn = hours === null ? null : Number(hours.toFixed(2));
  const take = async () => {
    try {
      const shop = { ...sheet.shop, goOn };
      await change(SHELF_ROUTES[place].change, { item: product.id }, { version, sheet: { ...sheet, shop } });
      setError(null);
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <Row gap="near" wrap>
      <span>{text}</span>
      {goOn !== null && sheet.shop.goOn !== goOn && (
        <Button size="small" onClick={() => void take()}>
          {label}
        </Button>
      )}
      <ErrorMessage error={error} />
    </Row>
  );
}

/** How it dries here, beside its label's claim: waits that were kept, what tests told, else what is usual of its kind. */
export function DryingSeen({ place, product }: Props) {
  const { data: kept } = useExperience();
  const { data: clock } = useClock();
  const { data: shelf } = useShelf();
  if (!shelf || ('kind' in product && SUPPLY_KINDS.some((kind) => kind === product.kind && !madeOf(kind)))) return null;
  const item = `${KIND[place]}/${product.id}`;
  const waits = kept?.find((e) => e.item === item)?.waits ?? [];
  const usual = waits[Math.floor((waits.length - 1) / 2)];
  const seen = clock ? (seenByProduct(clock.tests)[item] ?? []) : [];
  const { sheet } = product;
  const claimed = sheet.shop.goOn ?? sheet.label.goOn ?? null;
  const dries = dryingOfProduct(materialsOf(shelf), item, seen);
  return (
    <>
      {usual !== undefined && (
        <Line
          place={place}
          product={product}
          text={`Next coat here, ${waits.length} ${waits.length === 1 ? 'time' : 'times'} noted: ${hoursText(nth(waits, 0))} to ${hoursText(nth(waits, waits.length - 1))}, as a rule ${hoursText(usual)}.`}
          hours={waits.length >= A_FEW ? usual : null}
          label="Take it as seen here"
        />
      )}
      {seen.length > 0 && dries && (
        <Line
          place={place}
          product={product}
          text={`Dry by tests on ${seen.length === 1 ? 'one coat' : `${seen.length} coats`} here, in fair air: usually ${hoursText(dries.goOn.usual)}, ${hoursText(dries.goOn.earliest)} to ${hoursText(dries.goOn.safe)}.`}
          hours={seen.length >= A_FEW ? dries.goOn.usual : null}
          label="Take what the tests say"
        />
      )}
      {claimed === null && dries && dries.goOn.usual > 0 && seen.length === 0 && (
        <Line
          place={place}
          product={product}
          text={`How long until the next coat? Its label says. Until then the usual of its kind is counted with: ${hoursText(dries.goOn.usual)}.`}
          hours={dries.goOn.usual}
          label="Take the usual of its kind"
        />
      )}
    </>
  );
}
