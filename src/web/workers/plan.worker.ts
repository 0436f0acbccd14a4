import { expose } from 'comlink';
import { planner } from './planner.ts';

expose(planner);
