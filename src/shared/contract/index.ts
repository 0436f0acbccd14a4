import * as approvals from './approvals.ts';
import * as boards from './boards.ts';
import * as brackets from './brackets.ts';
import * as brought from './brought.ts';
import * as clock from './clock.ts';
import * as faults from './faults.ts';
import * as house from './house.ts';
import * as instrument from './instrument.ts';
import * as jobs from './jobs.ts';
import * as notebook from './notebook.ts';
import * as pictures from './pictures.ts';
import type { Route } from './route.ts';
import * as server from './server.ts';
import * as shelf from './shelf.ts';
import * as systems from './systems.ts';
import * as watched from './watched.ts';
import * as work from './work.ts';

/** All that can be asked of the server, by family and by name. */
export const CONTRACT = {
  jobs,
  approvals,
  brackets,
  brought,
  notebook,
  pictures,
  boards,
  watched,
  work,
  shelf,
  house,
  clock,
  systems,
  faults,
  instrument,
  server,
};
/** The same in one list. */
export const ROUTES: readonly Route[] = Object.values(CONTRACT).flatMap((family): Route[] => Object.values(family));
