import { openAsBlob } from 'node:fs';
import type { Express } from 'express';
import pg from 'pg';
import request from 'supertest';
import { inject } from 'vitest';
import { createApp } from '../../src/server/app.ts';
import type { Db } from '../../src/server/db/db.ts';
import { openMemory } from '../../src/server/db/pglite.ts';
import { openServer } from '../../src/server/db/postgres.ts';
import { type OpenShop, shopOn } from '../../src/server/open-shop.ts';
import { newId } from '../../src/shared/id.ts';
import { withIds } from '../fixtures/with-ids.ts';
import { keepsContract } from './keeps-contract.ts';

/** The server that the same tests run on a second time; the address of its maintenance database. */
const SERVER = process.env.URUSHI_TEST_ON_SERVER ? process.env.URUSHI_TEST_PG : undefined;

async function onServer(address: string): Promise<Db> {
  const name = `urushi_test_${newId().replaceAll('-', '_')}`;
  const admin = new pg.Client(address);
  await admin.connect();
  await admin.query(`create database ${name}`);
  const own = new URL(address);
  own.pathname = `/${name}`;
  const db = await openServer(own.href);
  return {
    ...db,
    async close() {
      await db.close();
      await admin.query(`drop database ${name}`);
      await admin.end();
    },
  };
}

/** An empty database for a test: embedded in memory, or on the PostgreSQL server. */
export const openTestDb = async (): Promise<Db> =>
  SERVER ? onServer(SERVER) : openMemory(await openAsBlob(inject('emptyDatabase')));

export interface TestShop extends OpenShop {
  app: Express;
  /** Asks the API, with ids for what is made; the answer whole. */
  ask(method: 'get' | 'post' | 'put' | 'patch' | 'delete', path: string, body?: object): request.Test;
}

/** A shop of its own for a test, with its API. What goes wrong inside is told, not swallowed. */
export async function openTestShop(turnable = false): Promise<TestShop> {
  const faults: unknown[] = [];
  const onFault = (error: unknown) => {
    faults.push(error);
    console.error(error);
  };
  const shop = await shopOn(await openTestDb(), onFault, null, turnable);
  // The tests read on the simulated bench, as a shop that practises does.
  await shop.db.query('update house set simulated = true');
  const app = createApp(shop, onFault);
  return {
    ...shop,
    app,
    ask(method, path, body) {
      const asked = request(app)
        [method](`/api${path}`)
        .expect((answer) => keepsContract(method, path, answer));
      return body === undefined ? asked : asked.send(withIds(method, path, body) as object);
    },
  };
}
