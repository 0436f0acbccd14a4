import { expose } from 'comlink';
import { pictureReader } from './picture-reader.ts';

expose(pictureReader);
