import { expose } from 'comlink';
import { matcher } from './matcher.ts';

expose(matcher);
