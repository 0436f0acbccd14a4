// A worker thread begins here: it learns TypeScript, then runs the module it was given.
import { workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
await import(workerData.module);
