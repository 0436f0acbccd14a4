import type { CONTRACT } from '../../shared/contract/index.ts';
import { addRungs, archiveRung, changeRung, restoreRung } from '../commands/ladders.ts';
import { archiveMix, changeMix, keepMix, restoreMix } from '../commands/mixes.ts';
import { notFound } from '../commands/refusal.ts';
import {
  addCoatSamples,
  addColourant,
  addMedium,
  addSpecies,
  archiveCoatSample,
  archiveOnShelf,
  changeColourant,
  changeMedium,
  changeSpecies,
  restoreCoatSample,
  restoreOnShelf,
} from '../commands/shelf.ts';
import type { Shop } from '../commands/shop.ts';
import { addLot, addSupply, archiveLot, changeLot, changeSupply, restoreLot } from '../commands/supplies.ts';
import { nextLadderBoards } from '../commands/teaching.ts';
import { storyOf } from '../repositories/events.ts';
import { experience } from '../repositories/experience.ts';
import { type ShelfKind, versionOf, wholeShelf } from '../repositories/shelf.ts';
import type { Handlers } from './serve.ts';

export function shelfHandlers(shop: Shop): Handlers<typeof CONTRACT.shelf> {
  const { db } = shop;
  const version = async (kind: ShelfKind, { item, number }: { item: string; number: string }) => {
    const kept = await versionOf(db, kind, item, Number(number));
    if (!kept) throw notFound('version');
    return kept;
  };
  return {
    wholeShelf: () => wholeShelf(db),
    experience: () => experience(db),
    nextLadderBoards: () => nextLadderBoards(shop),

    addSpecies: ({ by, body }) => addSpecies(shop, by, body),
    changeSpecies: ({ by, at, body }) => changeSpecies(shop, by, at.item, body),
    archiveSpecies: ({ by, at }) => archiveOnShelf(shop, by, ['species', at.item]),
    restoreSpecies: ({ by, at }) => restoreOnShelf(shop, by, ['species', at.item]),
    storyOfSpecies: ({ at }) => storyOf(db, 'item', `species/${at.item}`),
    versionOfSpecies: ({ at }) => version('species', at),

    addColourant: ({ by, body }) => addColourant(shop, by, body),
    changeColourant: ({ by, at, body }) => changeColourant(shop, by, at.item, body),
    addRungs: ({ by, at, body }) => addRungs(shop, by, at.item, body.rungs),
    archiveColourant: ({ by, at }) => archiveOnShelf(shop, by, ['colourant', at.item]),
    restoreColourant: ({ by, at }) => restoreOnShelf(shop, by, ['colourant', at.item]),
    storyOfColourant: ({ at }) => storyOf(db, 'item', `colourant/${at.item}`),
    versionOfColourant: ({ at }) => version('colourant', at),

    changeRung: ({ by, at, body }) => changeRung(shop, by, at.rung, body),
    archiveRung: ({ by, at }) => archiveRung(shop, by, at.rung),
    restoreRung: ({ by, at }) => restoreRung(shop, by, at.rung),

    addMedium: ({ by, body }) => addMedium(shop, by, body),
    changeMedium: ({ by, at, body }) => changeMedium(shop, by, at.item, body),
    addCoatSamples: ({ by, at, body }) => addCoatSamples(shop, by, at.item, body.samples),
    archiveMedium: ({ by, at }) => archiveOnShelf(shop, by, ['medium', at.item]),
    restoreMedium: ({ by, at }) => restoreOnShelf(shop, by, ['medium', at.item]),
    storyOfMedium: ({ at }) => storyOf(db, 'item', `medium/${at.item}`),
    versionOfMedium: ({ at }) => version('medium', at),
    archiveCoatSample: ({ by, at }) => archiveCoatSample(shop, by, at.sample),
    restoreCoatSample: ({ by, at }) => restoreCoatSample(shop, by, at.sample),

    addSupply: ({ by, body }) => addSupply(shop, by, body),
    changeSupply: ({ by, at, body }) => changeSupply(shop, by, at.item, body),
    archiveSupply: ({ by, at }) => archiveOnShelf(shop, by, ['supply', at.item]),
    restoreSupply: ({ by, at }) => restoreOnShelf(shop, by, ['supply', at.item]),
    storyOfSupply: ({ at }) => storyOf(db, 'item', `supply/${at.item}`),
    versionOfSupply: ({ at }) => version('supply', at),

    keepMix: ({ by, body }) => keepMix(shop, by, body),
    changeMix: ({ by, at, body }) => changeMix(shop, by, at.mix, body),
    archiveMix: ({ by, at }) => archiveMix(shop, by, at.mix),
    restoreMix: ({ by, at }) => restoreMix(shop, by, at.mix),
    storyOfMix: ({ at }) => storyOf(db, 'item', `mix/${at.mix}`),

    addLot: ({ by, body }) => addLot(shop, by, body),
    changeLot: ({ by, at, body }) => changeLot(shop, by, at.lot, body),
    archiveLot: ({ by, at }) => archiveLot(shop, by, at.lot),
    restoreLot: ({ by, at }) => restoreLot(shop, by, at.lot),
  };
}
