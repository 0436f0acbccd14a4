import { z } from 'zod';
import { Id } from './id.ts';
import { LightShares } from './lights.ts';
import { OnRack, RACK_KINDS } from './look.ts';

/** Pixels of a picture that is kept, and bytes of the file that is sent: a page makes it smaller first. */
export const MOST_KEPT_PIXELS = 4_000_000;
export const MOST_PICTURE_BYTES = 4_000_000;
/** Pictures of a job that are kept at once. */
export const MOST_PICTURES = 60;
/** Letters that stand for so many bytes in base64. */
const lettersOf = (bytes: number) => 4 * Math.ceil(bytes / 3);

const Corner = z.tuple([z.number().min(0).max(20_000), z.number().min(0).max(20_000)]);
/** Four corners in their order round, pixels from the left and the top. */
const Corners = z.tuple([Corner, Corner, Corner, Corner]);
const corners = { corners: Corners };
const Grey = z.strictObject({
  ...corners,
  thing: z.literal('grey'),
  reflectance: z
    .number()
    .gt(0.005, 'A grey reflects more than half a percent.')
    .lt(1, 'A grey reflects less than everything.'),
});
/** The bare table, as often as it is tapped: it tells how the light falls off. */
const OfTable = z.strictObject({ ...corners, thing: z.literal('table') });
const OfTarget = z.strictObject({ ...corners, thing: z.literal('target') });
const OfBoard = z.strictObject({
  ...corners,
  thing: z.literal('board'),
  board: Id,
  stage: z.number().int().min(0).max(16),
});
const NewField = z.discriminatedUnion('thing', [
  Grey,
  OfTable,
  OfTarget,
  OfBoard,
  z.strictObject({ ...corners, thing: z.literal('rack'), kind: z.enum(RACK_KINDS), id: Id }),
]);
export type NewField = z.infer<typeof NewField>;
const KeptField = z.discriminatedUnion('thing', [
  Grey,
  OfTable,
  OfTarget,
  OfBoard,
  z.object({ ...corners, thing: z.literal('rack'), on: OnRack }),
]);
export type KeptField = z.infer<typeof KeptField>;

const picture = {
  light: LightShares.keyof(),
  camera: z.string().trim().min(1, 'Say which camera took it.').max(40, 'At most 40 letters.'),
  words: z.string().trim().max(300, 'At most 300 letters.'),
};
/** A picture of things of a job, with what lies where in it: pixels of it as it is sent, upright. */
export const NewPicture = z.object({
  id: Id,
  light: picture.light.default('D65'),
  camera: picture.camera.default('telephone'),
  words: picture.words.default(''),
  /** The picture before it, where nothing moved since but the things. */
  swapOf: Id.nullish(),
  /** JPEG or PNG, base64. */
  file: z
    .base64('A picture is sent as base64.')
    .max(lettersOf(MOST_PICTURE_BYTES), 'A picture has at most 4 million bytes: make it smaller.'),
  fields: z.array(NewField).max(40, 'Forty fields are enough.'),
});
export type NewPicture = z.infer<typeof NewPicture>;

const Triple = z.tuple([z.number(), z.number(), z.number()]);
/** What a picture shows of its things, see the core's `Shot`. */
const KeptShot = z.object({
  tone: Triple,
  things: z.array(
    z.object({
      id: z.string(),
      balanced: Triple,
      error: Triple,
      offCard: z.tuple([z.number(), z.number()]),
      clipped: z.number(),
      glossy: z.number(),
      shaded: z.number(),
    }),
  ),
});
export const KeptPicture = z.object({
  id: Id,
  ...picture,
  swapOf: z.string().nullable(),
  width: z.number(),
  height: z.number(),
  bytes: z.number(),
  fields: z.array(KeptField),
  /** Null of a picture without anything grey: it is looked at, and nothing is measured in it. */
  shot: KeptShot.nullable(),
  person: z.string().nullable(),
  takenAt: z.string(),
});
export type KeptPicture = z.infer<typeof KeptPicture>;

/** Asks the simulated camera for a picture: the piece above all, then the boards as they are. */
export const PictureRequest = z.object({
  piece: z.string().max(80).nullable(),
  boards: z.array(Id).max(8, 'Eight boards at once are enough.'),
});
/** A JPEG, base64. */
export const PictureTaken = z.object({ file: z.base64() });
