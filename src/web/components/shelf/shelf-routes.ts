import {
  archiveColourant,
  archiveMedium,
  archiveSpecies,
  archiveSupply,
  changeColourant,
  changeMedium,
  changeSpecies,
  changeSupply,
  restoreColourant,
  restoreMedium,
  restoreSpecies,
  restoreSupply,
  storyOfColourant,
  storyOfMedium,
  storyOfSpecies,
  storyOfSupply,
} from '../../../shared/contract/shelf.ts';

/** What can be asked of something on the shelf, by the place it stands in. */
export const SHELF_ROUTES = {
  colourants: {
    change: changeColourant,
    archive: archiveColourant,
    restore: restoreColourant,
    story: storyOfColourant,
  },
  mediums: { change: changeMedium, archive: archiveMedium, restore: restoreMedium, story: storyOfMedium },
  species: { change: changeSpecies, archive: archiveSpecies, restore: restoreSpecies, story: storyOfSpecies },
  supplies: { change: changeSupply, archive: archiveSupply, restore: restoreSupply, story: storyOfSupply },
} as const;
