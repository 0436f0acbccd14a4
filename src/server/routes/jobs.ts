import type { CONTRACT } from '../../shared/contract/index.ts';
import { archiveHeld, atHand, holdTarget, restoreHeld } from '../commands/held.ts';
import {
  addParts,
  addWood,
  archiveJob,
  archivePart,
  archiveVersion,
  changeJob,
  changePart,
  keepVersions,
  openJob,
  restoreJob,
  restorePart,
  restoreVersion,
  setOnWood,
  startJob,
  wholeJob,
} from '../commands/jobs.ts';
import type { Shop } from '../commands/shop.ts';
import { readTarget, reviseTarget } from '../commands/targets.ts';
import { storyOf } from '../repositories/events.ts';
import { listJobs } from '../repositories/job-list.ts';
import type { Handlers } from './serve.ts';

export function jobHandlers(shop: Shop): Handlers<typeof CONTRACT.jobs> {
  const { db, learning } = shop;
  return {
    listJobs: ({ query }) => listJobs(db, query),
    startJob: ({ by, body }) => startJob(shop, by, body),
    wholeJob: ({ at }) => wholeJob(db, at.job),
    changeJob: ({ by, at, body }) => changeJob(shop, by, at.job, body),
    archiveJob: ({ by, at }) => archiveJob(shop, by, at.job),
    restoreJob: ({ by, at }) => restoreJob(shop, by, at.job),
    storyOfJob: async ({ at }) => storyOf(db, 'job', (await wholeJob(db, at.job)).id),

    rackAtHand: async ({ at }) => ({ things: await atHand(db, (await wholeJob(db, at.job)).id) }),
    holdTarget: ({ by, at, body }) => holdTarget(shop, by, at.job, body),
    archiveHeld: ({ by, at }) => archiveHeld(shop, by, at.held),
    restoreHeld: ({ by, at }) => restoreHeld(shop, by, at.held),

    readTarget: ({ by, at, body: { zone, ...reading }, gone }) => readTarget(shop, by, at.job, { zone, reading }, gone),
    reviseTarget: ({ by, at, body }) => reviseTarget(shop, by, at.job, body),
    addWood: ({ by, at, body }) => addWood(shop, by, at.job, body),
    setDraft: ({ by, at, body: { version, stack } }) =>
      setOnWood(shop, by, at.wood, { what: 'draft', version, value: stack }),
    setPreparation: ({ by, at, body: { version, preparation } }) =>
      setOnWood(shop, by, at.wood, { what: 'preparation', version, value: preparation }),
    setOffcuts: ({ by, at, body: { version, offcuts } }) =>
      setOnWood(shop, by, at.wood, { what: 'offcuts', version, value: offcuts }),
    keepVersions: ({ by, at, body }) => keepVersions(shop, by, at.wood, body),
    archiveVersion: ({ by, at }) => archiveVersion(shop, by, at.version),
    restoreVersion: ({ by, at }) => restoreVersion(shop, by, at.version),

    addParts: ({ by, at, body }) => addParts(shop, by, at.job, body.parts),
    changePart: ({ by, at, body }) => changePart(shop, by, at.part, body),
    archivePart: ({ by, at }) => archivePart(shop, by, at.part),
    restorePart: ({ by, at }) => restorePart(shop, by, at.part),

    knownForJob: async ({ at }) => learning.known(await openJob(db, at.job)),
    learnForJob: async ({ at }) => learning.learn(await openJob(db, at.job)),
  };
}
