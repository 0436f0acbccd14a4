import { ILLUMINANTS, type Illuminant, type Light } from '../colour/lights.ts';

const LEAST_NM = 300;
const MOST_NM = 1100;

/** A wavelength that a heading names, and what else it says: `M1_400` is 400 nm of `M1`. */
export interface NamedWavelength {
  nm: number;
  label: string;
}

/** Words that say no more than that a column is a band of a reflectance. */
const PLAIN_LABEL =
  /^(?:spectral|spectrum|spec|nm|r|refl|reflectance|reflection|lambda|λ|wl|wavelength|pct|dec|value|x|%)*$/i;

/** The wavelength that a heading names, or null: `400`, `400 nm`, `nm400`, `SPECTRAL_NM_400`, `REFL_400`, `R(400)`. */
export function wavelengthOf(heading: string): NamedWavelength | null {
  const numbers = [...heading.matchAll(/(?<![\d.,])(\d{3,4})(?:[.,](\d+))?(?![\d.,]*\d)/g)].filter(
    ([, whole]) => Number(whole) >= LEAST_NM && Number(whole) <= MOST_NM,
  );
  const [found] = numbers;
  if (numbers.length !== 1 || !found) return null;
  const rest = `${heading.slice(0, found.index)} ${heading.slice(found.index + found[0].length)}`;
  const words = rest.split(/[\s_\-.:;,()[\]{}/=]+/).filter((word) => word !== '' && !/^nm$/i.test(word));
  const label = words.filter((word) => !PLAIN_LABEL.test(word)).join(' ');
  if (label.split(' ').length > 3) return null;
  return { nm: Number(`${found[1]}.${found[2] ?? 0}`), label };
}

/** A heading that was meant for a wavelength, with a letter for a digit: `4OO`, `SPEC_4l0`. */
export const isMisspeltWavelength = (heading: string) =>
  /^(?:spectral_nm_|spec_|nm_?|r_?|refl_?)?(?=\w*[OolIS])[3-7OolIS\d][\dOolIS]{2}\s*(?:nm)?$/.test(heading.trim()) &&
  wavelengthOf(heading) === null &&
  /\d/.test(heading);

const LIGHT_WORD = String.raw`D50|D55|D65|D75|F\d{1,2}|TL\s?8[345]|LED[\w-]*|ill(?:uminant)?\.?\s*[AC]|A|C`;

/** A light as a file names it: `D65`, and 2 or 10 where it says so. */
export interface StatedLight {
  illuminant: string | null;
  observer: 2 | 10 | null;
}

/** The light that a word or two name, or null: `D65/10°`, `10°/D65`, `D50`, `2 degree`, `A, 10`. */
export function lightIn(text: string): StatedLight | null {
  const illuminant = new RegExp(String.raw`(?<![\w*])(${LIGHT_WORD})(?![\w*])`, 'i').exec(text.replace(/_/g, ' '));
  const observer = /(?<!\d)(10|2)(?=\s*(?:°|deg|$|[)\]/_\s,-]))/.exec(
    text.replace(illuminant?.[1] ?? '\0', ' ').replace(/19(?:31|64)/g, ''),
  );
  const year = /19(31|64)/.exec(text);
  if (!illuminant && !observer && !year) return null;
  const seen = observer ? Number(observer[1]) : year ? (year[1] === '31' ? 2 : 10) : null;
  return {
    illuminant:
      illuminant?.[1]
        ?.replace(/^ill\w*\.?\s*/i, '')
        .replace(/\s/g, '')
        .toUpperCase() ?? null,
    observer: seen as 2 | 10 | null,
  };
}

/** A light of this program by its name, e.g. `D50/2`; null where it has none of that name. */
export function knownLight({ illuminant, observer }: StatedLight): Light | null {
  const known = illuminant === 'TL84' ? 'F11' : illuminant;
  // The white LED of this program is a typical one, and none that a file can mean.
  return known !== 'LED' && ILLUMINANTS.includes(known as Illuminant)
    ? { illuminant: known as Illuminant, observer: observer ?? 10 }
    : null;
}
export const lightName = ({ illuminant, observer }: StatedLight) =>
  `${illuminant ?? 'light not named'}${observer ? `/${observer}°` : ''}`;

export interface LabColumn {
  axis: 'L' | 'a' | 'b';
  /** It says itself that it is of CIE L*a*b*: by a star, by `LAB_`, or by its case. */
  sure: boolean;
  light: StatedLight | null;
  /** What tells sets of one table apart. */
  set: string;
}

/** The axis of L*a*b* that a heading names, or null: `LAB_L`, `L*`, `L*(10°/D65)`, `b`, `D50 a*`. */
export function labColumnOf(heading: string): LabColumn | null {
  if (/hunter|[Δδ∆]|delta|\bdiff|\bd\s*[lab]\*|\bdE|std|dev|\bL\*?[Cu]/i.test(heading)) return null;
  const plain = heading.trim();
  const match =
    /^(?<before>.*?)(?<![a-z])(?:cie\s*)?(?<lab>(?:cie)?lab[\s_-]*)?(?<axis>[lab])\s*(?<star>\*?)(?<after>(?:[\s_([,/:;-].*|\d.*)?)$/i.exec(
      plain,
    );
  if (!match?.groups) return null;
  const { before = '', lab, axis = '', star, after = '' } = match.groups;
  const rest = `${before} ${after}`.trim();
  const light = rest === '' ? null : lightIn(rest);
  const words = rest.replace(/[()[\]{}/°,;:_-]/g, ' ').trim();
  // What is left must be a light or a plain word of which set it is, as `M1` or `mean`.
  if (!light && words !== '' && !/^(?:m[0-3]|sci|sce|spin|spex|mean|avg|average|value|abs)$/i.test(words)) return null;
  return {
    axis: axis.toLowerCase() === 'l' ? 'L' : (axis.toLowerCase() as 'a' | 'b'),
    sure: Boolean(star) || Boolean(lab) || ['L', 'a', 'b'].includes(axis),
    light,
    set: words.toUpperCase().replace(/\s+/g, ' '),
  };
}

/** Headings of red, green and other systems that have an A or a B too: beside them a bare one is none of L*a*b*. */
export const hasItsOwnB = (heading: string) => /^(?:(?:rgb|srgb)[_\s]?)?[rg]$|hunter|^alpha$/i.test(heading.trim());

/** Headings of other systems, by which a refusal names them. */
export const isOtherSystem = (heading: string) =>
  /^(?:(?:rgb|srgb)[_\s]?)?[rgxyzchkmuv]$|hunter|^(?:rgb|cmyk|xyz|hsv|hsl|lch|luv|ral|ncs)(?![a-z])|^alpha$/i.test(
    heading.trim(),
  );

const NAMES = [
  /^sample[_\s]?name$/i,
  /^(?:name|label|description|specimen|sample|board|title)$/i,
  /^(?:sample[_\s]?)?(?:id|no\.?|nr\.?|number|#)$/i,
  /^sample[_\s]?loc(?:ation)?$/i,
];
/** The column that names the readings: by the best of its headings; -1 where there is none. */
export function nameColumnOf(headings: readonly string[]): number {
  for (const pattern of NAMES) {
    const at = headings.findIndex((h) => pattern.test(h.trim()));
    if (at >= 0) return at;
  }
  return -1;
}

/** A heading of wavelengths that stand under it. */
export const isWavelengthWord = (heading: string) =>
  /^(?:wave\s?length|wl|lambda|λ|nm|wellenlänge)s?\s*(?:[([/,]?\s*(?:in\s*)?nm\s*[)\]]?)?$/i.test(
    heading.trim().replace(/^["']|["']$/g, ''),
  );

/** Words of a quantity that is no reflectance; null where a text has none. */
export function otherQuantity(text: string): string | null {
  return (
    /transmi(?:ttance|ssion|ssive|ttancy)|emissi(?:on|ve)|irradiance|radiance|absorbance|optical densit(?:y|ies)|\bdensit(?:y|ies|ometric)\b|spectral power|\bspd\b|[µu]?W\s*\/\s*(?:m|cm)|lamp spectrum|spectrum of (?:a|the) lamp|light source spectrum|luminance|\bK\/S\b/i.exec(
      text,
    )?.[0] ?? null
  );
}
