import { browserStore } from './browser-store.ts';

/** The number of the job last opened: it stays on the bench until another is. */
export const lastJob = browserStore('urushi/last-job');
