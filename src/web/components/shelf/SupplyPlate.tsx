import type { Shelf, SupplyRecord } from '../../../shared/shelf.ts';
import { Pile } from '../layout.tsx';
import { Lots } from './Lots.tsx';
import { ProductFactsPanel } from './ProductFacts.tsx';
import { ShelfTools } from './ShelfTools.tsx';

/** A supply of the shelf: what it is for, what is known of it, its lots. */
export function SupplyPlate({ supply, shelf }: { supply: SupplyRecord; shelf: Shelf }) {
  const address = `supply/${supply.id}`;
  return (
    <Pile as="section" gap="apart" top>
      <ShelfTools kind="supplies" item={supply} />
      <div>
        {supply.kind}
        {supply.carrier ? ` for ${supply.carrier}` : ''}
      </div>
      <ProductFactsPanel place="supplies" product={supply} />
      <Lots
        item={address}
        name={supply.name}
        density={supply.sheet.density}
        canMl={supply.sheet.canMl}
        lots={shelf.lots.filter((l) => l.item === address)}
      />
      {supply.caution && <div className="note">{supply.caution}</div>}
    </Pile>
  );
}
