import { MenuItem, TextField } from '@mui/material';
import { Row } from './layout';

const ORDER_NAMES = {
  newest: 'newest first',
  oldest: 'oldest first',
  customer: 'by customer',
  farthest: 'farthest first',
};
const STATE_NAMES = { all: 'all', open: 'not there yet', passed: 'every wood passes' };
function Choice({
  label,
  value,
  names,
  onChoose,
}: {
  label: string;
  value: string;
  names: Record<string, string>;
  onChoose: (value: string) => void;
}) {
  return (
    <TextField select label={label} value={value} onChange={(e) => onChoose(e.target.value)} sx={{ width: 190 }}>
      {Object.entries(names).map(([id, name]) => (
        <MenuItem key={id} value={id}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** Which jobs are listed, and in which order; the address holds it. */
export function JobFilters({
  params,
  set,
  count,
}: {
  params: URLSearchParams;
  set: (key: string, value: string, usual: string) => void;
  count: number | undefined;
}) {
  return (
    <Row gap="near" wrap padBottom="close">
      <TextField
        label="Search customer, piece, wood"
        defaultValue={params.get('search') ?? ''}
        onChange={(e) => set('search', e.target.value.slice(0, 80), '')}
        sx={{ width: 280 }}
      />
      <Choice
        label="Which"
        value={params.get('state') ?? 'all'}
        names={STATE_NAMES}
        onChoose={(v) => set('state', v, 'all')}
      />
      <Choice
        label="Order"
        value={params.get('order') ?? 'newest'}
        names={ORDER_NAMES}
        onChoose={(v) => set('order', v, 'newest')}
      />
      {count !== undefined && <span className="soft">{count === 1 ? 'one job' : `${count} jobs`}</span>}
    </Row>
  );
}
