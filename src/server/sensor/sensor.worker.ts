import { parentPort } from 'node:worker_threads';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
import { readSensed } from './sensor-file.ts';

/** Sensor's files are read in a thread of their own. */
const reader = { read: readSensed };
export type SensorReader = typeof reader;
if (parentPort) expose(reader, nodeEndpoint(parentPort));
