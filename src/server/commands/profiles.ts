import { profilesOf } from '../../record/job/ladders.ts';
import type { Queries } from '../db/db.ts';
import { allColourants, allSpecies, firstSealer, keepVersion, setProfile } from '../repositories/shelf.ts';

/**
 * The profile of a colour from its ladder as it is now or from how it looks, and of all that share a pot with it.
 * @throws FieldError when a ladder makes no sense; nothing of it is kept
 */
export async function fitProfiles(tx: Queries, id: string): Promise<void> {
  const fits = profilesOf(await allColourants(tx), await allSpecies(tx), await firstSealer(tx), id);
  for (const fit of fits) {
    await setProfile(tx, fit);
    if (fit.id !== id) await keepVersion(tx, 'colourant', fit.id);
  }
}
