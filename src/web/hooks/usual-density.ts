import type { UsualDensity } from '../../core/said/shelf.ts';
import { changeColourant } from '../../shared/contract/shelf.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { change } from './api.ts';

const AS_USUAL = 'Its density is the usual one: nobody has weighed it.';

/** Writes the usual density on the sheet of a colour that has none, and there what it is. */
export const useUsualDensity =
  ({ colourants }: Pick<Shelf, 'colourants'>) =>
  async ({ colourant, field, value }: UsualDensity): Promise<void> => {
    const item = colourants.find((c) => c.id === colourant);
    if (!item) return;
    const note = [item.sheet.note, AS_USUAL].filter(Boolean).join(' ');
    await change(
      changeColourant,
      { item: colourant },
      { version: item.version, sheet: { ...item.sheet, [field]: value, note } },
    );
  };
