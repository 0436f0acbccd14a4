import { z } from 'zod';

/** How a product comes. */
export const FORMS = [
  'powder',
  'concentrate',
  'ready to use',
  'paste',
  'gel',
  'liquid',
  'flakes',
  'solid',
  'piece',
] as const;
export const WAXES = ['none', 'dewaxed', 'waxed'] as const;

const positive = (most: number, sentence: string) => z.number().positive(sentence).max(most, sentence);
const optional = <T extends z.ZodType>(shape: T) => shape.nullish();

/** What can be claimed of a product and seen in a shop, in SI units and hours. */
export const Claims = z.object({
  /** Square metres that a litre covers in one coat. */
  coverage: optional(positive(200, 'A litre covers more than 0 and at most 200 m².')),
  /** Hours until the next coat may go on. */
  goOn: optional(positive(2000, 'The wait is more than 0 and at most 2000 h.')),
  /** Hours after which it must be scuffed before the next coat. */
  window: optional(positive(20_000, 'The window is more than 0 and at most 20 000 h.')),
  /** Hours until it is hard. */
  cure: optional(positive(20_000, 'The cure is more than 0 and at most 20 000 h.')),
  /** Hours that it can be used once mixed. */
  potLife: optional(positive(2000, 'The pot life is more than 0 and at most 2000 h.')),
  /** Months that it keeps closed. */
  shelfLife: optional(positive(600, 'The shelf life is more than 0 and at most 600 months.')),
  /** Share of thinner that it takes at most. */
  thinning: optional(z.number().min(0, 'The most thinning is 0 to 95 %.').max(0.95, 'The most thinning is 0 to 95 %.')),
});
export type Claims = z.infer<typeof Claims>;
export const CLAIMS = Object.keys(Claims.shape) as (keyof Claims)[];

/** A window opens before it shuts. */
const Opening = Claims.refine(({ goOn, window }) => !goOn || !window || window > goOn, {
  message: 'This window shuts before it opens: the next coat may only go on later.',
  path: ['window'],
});

/** What is known of a product beside its colour. What is missing is not known. */
export const Sheet = z.object({
  form: optional(z.enum(FORMS)),
  binder: optional(z.string().trim().max(40)),
  wax: optional(z.enum(WAXES)),
  /** Grams in a millilitre as it is poured. */
  density: optional(positive(25, 'A density is more than 0 and at most 25 g/mL: of nothing there is none.')),
  /** Grams in a millilitre of powder as it lies in a level spoon. */
  bulkDensity: optional(positive(10, 'A bulk density is more than 0 and at most 10 g/mL.')),
  dropsPerMl: optional(positive(200, 'A millilitre has more than 0 and at most 200 drops.')),
  /** Millilitres in its can. */
  canMl: optional(positive(250_000, 'A can holds more than 0 and at most 250 L.')),
  /** Working days until it is here once it is ordered. */
  leadDays: optional(z.number().min(0, 'It takes no time, or some.').max(400, 'At most 400 days.')),
  /** What it is thinned with: the code of a supply, or a word. */
  thinner: optional(z.string().trim().max(60)),
  /** The code of its hardener, with parts by volume of it to one of the hardener. */
  hardener: optional(
    z.object({
      item: z.string().trim().min(1, 'Which hardener?').max(40),
      parts: positive(100, 'Parts to one of hardener: more than 0 and at most 100.'),
    }),
  ),
  /** Money for a litre, a kilogram of what is solid, or a piece. */
  cost: optional(z.number().min(0, 'The cost is zero or more.')),
  /** Of a stain: black or very dark; missing where nobody has said. */
  dark: optional(z.boolean()),
  /** Gloss units at 60 degrees that a coat of it dries to. */
  sheen: optional(z.number().min(0, 'A sheen is 0 to 100 gloss units.').max(100, 'A sheen is 0 to 100 gloss units.')),
  /** Its grit, of an abrasive. */
  grit: optional(z.number().int().min(16, 'A grit is 16 to 5000.').max(5000, 'A grit is 16 to 5000.')),
  label: Opening.default({}),
  shop: Opening.default({}),
  note: optional(z.string().max(500)),
});
export type Sheet = z.infer<typeof Sheet>;
export const NO_SHEET: Sheet = { label: {}, shop: {} };

/** Waits that the shop kept after a coat of a product before it went on, hours, the shortest first. */
export const Experience = z.object({ item: z.string(), waits: z.array(z.number()) });
export type Experience = z.infer<typeof Experience>;

/** What counts: what the shop saw, else what the label claims. */
export const claimOf = ({ label, shop }: Sheet, claim: keyof Claims): number | null =>
  shop[claim] ?? label[claim] ?? null;
