import { Button, MenuItem, TextField } from '@mui/material';
import { type ReactNode, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import type { UnitSystem } from '../../../core/mix/index.ts';
import {
  bestBeforeOf,
  foundItems,
  leftOfLots,
  SHELF_GROUPS,
  type ShelfItem,
  SORTS,
  type Sort,
  shelfItems,
  shelfTroubles,
} from '../../../record/shelf/shelf-items.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { useHouse } from '../../hooks/api.ts';
import { shopDay } from '../../hooks/shop-clock.ts';
import { Area, Columns, Text } from '../layout.tsx';
import { ColourStrip } from './ColourStrip.tsx';
import { lotAmount } from './Lots.tsx';

interface Props {
  shelf: Shelf;
  /** Address of what is open. */
  here: string;
  onOpen: (item: ShelfItem) => void;
}

const ALL = 'everything';
const TROUBLE = 'wants looking at';

/** Everything on the shelf: searched, narrowed to a group, sorted; what wants looking at has a list of its own. */
export function ShelfList({ shelf, here, onOpen }: Props) {
  const [params, setParams] = useSearchParams();
  const show = params.get('show') ?? ALL;
  const sort = (params.get('sort') ?? 'name') as Sort;
  const search = params.get('find') ?? '';
  const away = params.get('away') !== null;
  const set = (key: string, value: string, usual: string) =>
    setParams(
      (now) => {
        const next = new URLSearchParams(now);
        if (value === usual) next.delete(key);
        else next.set(key, value);
        return next;
      },
      { replace: true },
    );
  const items = useMemo(() => shelfItems(shelf), [shelf]);
  const troubles = useMemo(() => shelfTroubles(items, shopDay()), [items]);
  const troubled = new Set(troubles.map((t) => t.address));
  const among = items.filter(
    (i) => (away || !i.archived) && (show === ALL || (show === TROUBLE ? troubled.has(i.address) : i.group === show)),
  );
  const found = foundItems(among, search, sort);
  const anyAway = items.some((i) => i.archived);
  return (
    <Columns as="nav" aria-label="On the shelf" className="noprint" rows="auto minmax(0, 1fr)" pad="none">
      <Columns of="1fr 1fr" gap="close" padTop="apart" padX="far" padBottom="close">
        <TextField
          label="Find"
          value={search}
          onChange={(e) => set('find', e.target.value, '')}
          sx={{ gridColumn: '1 / -1' }}
          slotProps={{ htmlInput: { type: 'search' } }}
        />
        <TextField select label="Show" value={show} onChange={(e) => set('show', e.target.value, ALL)}>
          {[ALL, ...SHELF_GROUPS].map((g) => (
            <MenuItem key={g} value={g}>
              {g.toLowerCase()}
            </MenuItem>
          ))}
          <MenuItem value={TROUBLE} disabled={troubled.size === 0}>
            to look at: {troubled.size}
          </MenuItem>
        </TextField>
        <TextField select label="Sorted by" value={sort} onChange={(e) => set('sort', e.target.value, 'name')}>
          {SORTS.map((s) => (
            <MenuItem key={s} value={s}>
              {s}
            </MenuItem>
          ))}
        </TextField>
      </Columns>
      <Area scroll padTop="none" padX="far" padBottom="far">
        {found.length === 0 && (
          <p>{items.length === 0 ? 'The shelf is empty.' : 'Nothing on the shelf is called so.'}</p>
        )}
        {SHELF_GROUPS.map((group) => {
          const own = found.filter((i) => i.group === group);
          return own.length === 0 ? null : (
            <section key={group} aria-label={group}>
              <h2>{group}</h2>
              {own.map((item) => (
                <Entry
                  key={item.address}
                  item={item}
                  sort={sort}
                  here={item.address === here}
                  troubled={troubled.has(item.address)}
                  onOpen={onOpen}
                >
                  <Strip item={item} shelf={shelf} />
                </Entry>
              ))}
            </section>
          );
        })}
        {anyAway && (
          <Button sx={{ marginTop: 2 }} onClick={() => set('away', away ? '' : '1', '')}>
            {away ? 'Hide what is put away' : 'Show what is put away'}
          </Button>
        )}
      </Area>
    </Columns>
  );
}

function Strip({ item, shelf }: { item: ShelfItem; shelf: Shelf }) {
  const colourant = item.address.startsWith('colourant/') ? shelf.colourants.find((c) => c.id === item.id) : undefined;
  return colourant?.absorption ? <ColourStrip colourant={colourant} shelf={shelf} height={26} /> : null;
}

/** What the list says beside a name: what it is sorted by, else its kind. */
function asideOf(item: ShelfItem, sort: Sort, system: UnitSystem): string {
  if (item.archived) return 'put away';
  const left = leftOfLots(item.lots);
  if (sort === 'what is left') return left ? lotAmount(left.amount, left.unit, system) : 'not counted';
  if (sort === 'best before') return bestBeforeOf(item.lots) ?? 'no date';
  if (sort === 'carrier') return item.carrier ?? '';
  return item.kind;
}

interface EntryProps {
  item: ShelfItem;
  sort: Sort;
  here: boolean;
  troubled: boolean;
  onOpen: (item: ShelfItem) => void;
  children: ReactNode;
}

function Entry({ item, sort, here, troubled, onOpen, children }: EntryProps) {
  const system = useHouse().data?.units ?? 'metric';
  return (
    <button type="button" aria-current={here} onClick={() => onOpen(item)} className="plainbutton listed item">
      <Text width={64} still>
        {children}
      </Text>
      <Text grow>
        {item.name}{' '}
        {troubled && (
          <span role="img" aria-label="wants looking at" title="wants looking at">
            !
          </span>
        )}
      </Text>
      <Text className="soft" strong={false} size="small" right maxWidth={104}>
        {asideOf(item, sort, system)}
      </Text>
    </button>
  );
}
