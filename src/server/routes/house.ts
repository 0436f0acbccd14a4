import type { CONTRACT } from '../../shared/contract/index.ts';
import {
  addInstrument,
  addOldBoard,
  addPerson,
  archiveOldBoard,
  archivePersonOrInstrument,
  camerasOfShop,
  changeHouse,
  changeInstrument,
  changeOldBoard,
  changePerson,
  effectsOfHouse,
  eyesOfPeople,
  restoreOldBoard,
  restorePersonOrInstrument,
} from '../commands/house.ts';
import type { Shop } from '../commands/shop.ts';
import { lookAtSnapshot, restoreSnapshot, snapshotsOf, takeSnapshot } from '../commands/snapshots.ts';
import { house } from '../repositories/house.ts';
import { oldBoards } from '../repositories/rack.ts';
import type { Handlers } from './serve.ts';

export function houseHandlers(shop: Shop): Handlers<typeof CONTRACT.house> {
  const { db } = shop;
  return {
    wholeHouse: () => house(db),
    changeHouse: ({ by, body }) => changeHouse(shop, by, body),
    effectsOfHouse: ({ body }) => effectsOfHouse(shop, body),

    eyesOfPeople: () => eyesOfPeople(shop),
    camerasOfShop: () => camerasOfShop(shop),
    addPerson: ({ by, body }) => addPerson(shop, by, body),
    changePerson: ({ by, at, body }) => changePerson(shop, by, at.person, body),
    archivePerson: ({ by, at }) => archivePersonOrInstrument(shop, by, ['person', at.person]),
    restorePerson: ({ by, at }) => restorePersonOrInstrument(shop, by, ['person', at.person]),
    addInstrument: ({ by, body }) => addInstrument(shop, by, body),
    changeInstrument: ({ by, at, body }) => changeInstrument(shop, by, at.instrument, body),
    archiveInstrument: ({ by, at }) => archivePersonOrInstrument(shop, by, ['instrument', at.instrument]),
    restoreInstrument: ({ by, at }) => restorePersonOrInstrument(shop, by, ['instrument', at.instrument]),

    snapshotsOfShop: async () => ({ snapshots: await snapshotsOf(shop) }),
    takeSnapshot: () => takeSnapshot(shop),
    lookAtSnapshot: ({ at }) => lookAtSnapshot(shop, at.snapshot),
    restoreSnapshot: ({ at }) => restoreSnapshot(shop, at.snapshot),

    oldBoards: () => oldBoards(db),
    addOldBoard: ({ by, body }) => addOldBoard(shop, by, body),
    changeOldBoard: ({ by, at, body }) => changeOldBoard(shop, by, at.oldBoard, body),
    archiveOldBoard: ({ by, at }) => archiveOldBoard(shop, by, at.oldBoard),
    restoreOldBoard: ({ by, at }) => restoreOldBoard(shop, by, at.oldBoard),
  };
}
