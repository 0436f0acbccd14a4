import { parentPort } from 'node:worker_threads';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
import { FieldError } from '../../core/field-error.ts';
import { type PicturedGrey, type PicturedThing, type Shot, shotOf } from '../../core/picture/shot.ts';
import { shownWithout } from '../../core/picture/without-card.ts';
import { jpegOf, rasterOf } from './picture-file.ts';

/** A picture as it is kept, and what it shows of its things; nothing where nothing is named. */
export interface PictureRead {
  width: number;
  height: number;
  jpeg: Uint8Array;
  shot: Shot | null;
}
export interface WhatIsWhat {
  greys: readonly PicturedGrey[];
  things: readonly PicturedThing[];
  /** The one thing that is told of without anything grey, as words would. */
  uncarded: string;
}

const reader = {
  /** A refusal crosses in words: an error's own fields would be lost on the way. */
  async read(
    file: Uint8Array,
    { greys, things, uncarded }: WhatIsWhat,
    most: number,
  ): Promise<{ read: PictureRead } | { refused: string; field: string }> {
    try {
      const raster = await rasterOf(Buffer.from(file));
      const { width, height } = raster;
      if (width * height > most)
        throw new FieldError(
          'file',
          `A picture of ${width} × ${height} pixels is not kept: make it smaller, ${most / 1e6} million at most.`,
        );
      const alone = things.filter((t) => t.id === uncarded);
      const shot =
        greys.length > 0 ? shotOf(raster, greys, things) : alone.length > 0 ? shownWithout(raster, alone) : null;
      return { read: { width, height, jpeg: jpegOf(raster), shot } };
    } catch (error) {
      if (error instanceof FieldError) return { refused: error.message, field: error.field };
      throw error;
    }
  },
};
export type PictureFileReader = typeof reader;
if (parentPort) expose(reader, nodeEndpoint(parentPort));
