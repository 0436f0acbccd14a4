export interface SchoolOption {
  id: string;
  label: string;
  reason: string;
}
/** A question on which finishers of good standing differ, and what each side says. Common practice, no source. */
const school = <const Q extends string>(
  id: Q,
  question: string,
  ...options: readonly [id: string, label: string, reason: string][]
) => ({ id, question, options: options.map(([option, label, reason]) => ({ id: option, label, reason })) });

/** The first option of each is what a shop starts with. */
export const SCHOOLS = [
  school(
    'second-colour',
    'Second colour: over a seal, or straight on?',
    ['sealed', 'Seal first', 'The second colour can be steered, wiped back and repeated.'],
    ['straight', 'Straight on', 'It goes darker and faster, with one coat less.'],
  ),
  school(
    'conditioner',
    'Conditioner on woods that blotch?',
    ['always', 'Always', 'What is even from the start needs no rescue.'],
    ['not-under-gel', 'Not under gel', 'A gel stays on the surface: the conditioner only makes it paler.'],
    ['washcoat', 'Never: a washcoat', 'A thin shellac does the same and closes no window.'],
  ),
  school(
    'stop-grit',
    'Where does the last grit stop?',
    ['middle', 'Middle, 150–180', 'No scratch shows and pigment still holds.'],
    ['coarse', 'Coarse, 100–120', 'Pigment lodges in the scratches and the colour goes deep.'],
    ['fine', 'Fine, 220–320', 'Light gets in and out: a dye is clearest on a fine surface.'],
  ),
  school(
    'dust',
    'Dust off with what?',
    ['vacuum', 'Air or vacuum', 'It reaches open pores and leaves nothing behind.'],
    ['tack', 'Tack cloth', 'It takes the last film of dust that air leaves lying.'],
  ),
  school(
    'family',
    'Oil and water in one job?',
    ['mixed', 'Mixed, shellac between', 'Each coat is what it does best; shellac bonds with all of them.'],
    ['one', 'One family', 'Oil with oil and water with water never fail to bond.'],
  ),
  school(
    'dark-oil',
    'Black or very dark oil stain: how long before varnish?',
    ['long', 'Four to five days', 'Sooner, and the varnish pulls the colour out again.'],
    ['label', 'As the label says', 'Its maker has tried it.'],
  ),
  school(
    'measure',
    'Weigh, or measure by volume?',
    ['weigh', 'Weigh everything', 'Weight repeats best.'],
    ['spoons', 'Spoons and volumes', 'They are on every bench and quick.'],
  ),
  school(
    'where-colour',
    'Colour in the wood, or in the film?',
    ['wood', 'In the wood', 'Dye keeps the grain clear and deep.'],
    ['film', 'In the film', 'Gel, glaze and toner can be steered until they are locked.'],
  ),
  school(
    'clear-coats',
    'How many coats of clear?',
    ['two', 'Two', 'Thin films stay lively and dry hard.'],
    ['three', 'Three or more', 'There is enough to level and to wear.'],
  ),
  school(
    'sanding-clear',
    'Clear coats: sanded dry or wet?',
    ['dry', 'Dry only', 'What is cut through is seen at once; no water gets in.'],
    ['wet', 'Wet where the coating takes it', 'Paper does not clog and the scratch is finer.'],
  ),
  school(
    'applicator',
    'Stain: wiped, brushed, rolled or sprayed?',
    ['wiped', 'Wiped', 'A rag lays and takes off in one go.'],
    ['brushed', 'Brushed, then wiped', 'A brush gets into profiles.'],
    ['rolled', 'Rolled, then wiped', 'A floor is covered before the edge is dry.'],
    ['sprayed', 'Sprayed, then wiped', 'An even wet coat on large work.'],
  ),
  school(
    'solvent-dye',
    'Solvent dye: sprayed or wiped?',
    ['wiped', 'Wiped', 'It goes where the rag goes, without a gun.'],
    ['sprayed', 'Sprayed', 'It dries too fast to be wiped without laps.'],
  ),
  school(
    'dye-coat',
    'Dye: one pass, flooded, or pre-wetted?',
    ['flooded', 'Flooded and wiped', 'The wood takes what it can, alike everywhere.'],
    ['one-pass', 'One pass', 'Least time wet, least grain raised.'],
    ['pre-wetted', 'Pre-wetted and weak', 'It creeps evenly and can be built up.'],
  ),
  school(
    'abrade-colour',
    'May a colour be abraded?',
    ['never', 'Never', 'What is rubbed off is not even.'],
    ['on-purpose', 'On purpose', 'Wool or paper lightens the high spots and leaves the grain.'],
  ),
  school(
    'very-dark',
    'Very dark: by what?',
    ['dye-and-gel', 'Dye and gel', 'Dye carries the depth, gel the last of it.'],
    ['gel', 'Gel alone', 'One product and no grain raised.'],
    ['stain-twice', 'Stain twice', 'What one coat does not give a second may.'],
    ['ink-and-dye', 'Ink and dye', 'Ink blackens the face, dye the pores.'],
  ),
  school(
    'filling',
    'Grain filler: on bare wood, or over one seal coat?',
    ['sealed-once', 'Seal once and wipe', 'The face keeps its colour, the pores take the filler.'],
    ['bare', 'Fill bare and sand back', 'It grips best in open pores.'],
  ),
  school(
    'brush',
    'Foam brush, bristle or rag?',
    ['bristle', 'Bristle', 'It carries the most and flows out.'],
    ['foam', 'Foam', 'No bristle is lost; thrown away afterwards.'],
    ['rag', 'Rag', 'Thin coats without a mark.'],
  ),
  school(
    'wiping',
    'Wipe with paper towel, or lint-free cloth only?',
    ['lint-free', 'Lint-free only', 'A fibre in the film is there for good.'],
    ['paper', 'Paper towel', 'A fresh face for every wipe, and it is thrown away.'],
  ),
  school(
    'sanding',
    'Sanding: machine first, or by hand only?',
    ['machine', 'Machine first', 'Flat and quick; the last grit by hand takes the swirls out.'],
    ['hand', 'By hand only', 'No swirl to be found later.'],
  ),
  school(
    'first-clear',
    'First clear over a colour: scuffed?',
    ['wait', 'Wait for the second', 'The first coat is thin and the colour lies right below.'],
    ['scuff', 'Scuff it lightly', 'Nibs are lowest in the first coat.'],
  ),
  school(
    'coat-weight',
    'Many thin coats, or few full ones?',
    ['thin', 'Many thin', 'They dry through and do not run.'],
    ['full', 'Few full', 'They flow out and build.'],
  ),
  school(
    'between-coats',
    'Between coats: solvent wipe, or dry?',
    ['dry', 'Dry cleaning', 'No solvent is caught below the next coat.'],
    ['solvent', 'Solvent wipe', 'It takes dust and grease, and shows what is still flat.'],
  ),
  school(
    'water-over-gel',
    'Waterborne over an oil gel?',
    ['shellac', 'Shellac between', 'It bonds with both, whatever is still in the gel.'],
    ['long-dried', 'Straight over a long-dried gel', 'A gel of three days holds a waterborne coat.'],
  ),
  school(
    'assembly',
    'Finish assembled, or colour the parts first?',
    ['assembled', 'Assembled', 'One surface, one colour, no glue line to guard.'],
    ['parts', 'Parts first', 'Nothing shows when the wood shrinks, and no corner stays pale.'],
  ),
  school(
    'last',
    'The last coat: rubbed and waxed, buffed, or left?',
    ['left', 'Left as laid', 'The sheen is the one in the tin.'],
    ['rub-wax', 'Rubbed and waxed', 'Silky to the hand, every nib gone.'],
    ['buff', 'Machine buffed', 'Deep gloss on a built film.'],
  ),
] as const;
export type SchoolId = (typeof SCHOOLS)[number]['id'];
/** What a shop has chosen; what is missing is the first option. */
export type Schools = Readonly<Partial<Record<SchoolId, string>>>;

/** The option of a school that counts in a shop. */
export function chosen(schools: Schools, id: SchoolId): string {
  const { options } = SCHOOLS.find((s) => s.id === id) as { options: readonly SchoolOption[] };
  const asked = schools[id];
  return options.some((o) => o.id === asked) ? (asked as string) : (options[0] as SchoolOption).id;
}
