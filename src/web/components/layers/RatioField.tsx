import { TextField, ToggleButton } from '@mui/material';
import { useState } from 'react';
import { FieldError } from '../../../core/field-error.ts';
import { COLOURANT_INFO } from '../../../core/kinds/index.ts';
import type { Layer } from '../../../core/layers/layer.ts';
import { type Colourant, isShare, type Materials, neatStrength } from '../../../core/layers/materials.ts';
import { isRatio, partsOf, typedQuantity } from '../../../core/mix/index.ts';
import { poured } from '../../../core/said/pot.ts';
import { namesIn, type SaidShelf } from '../../../core/said/shelf.ts';
import { understoodLayer } from '../../../core/said/understood.ts';
import { sentenceOf } from '../ErrorMessage.tsx';

interface Props {
  layer: Layer;
  materials: Materials;
  onRatio: (colours: Record<string, number>) => void;
  held: boolean;
  onHold: (held: boolean) => void;
}

/** Less thinner than this is none. */
const NO_THINNER = 0.004;
const sum = (list: readonly number[]) => list.reduce((s, p) => s + p, 0);

/** A powder or concentrate that is told by its grams in a litre. */
const isDissolved = (colour: Colourant): boolean => !isShare(colour.kind) && neatStrength(colour) === null;

/** What of a colour is all of the pot: a ready-made stain as it comes, a liquid neat; null of what is dissolved or bound. */
const wholeOf = (colour: Colourant | undefined): number | null => {
  if (!colour) return null;
  return colour.kind === 'stain' ? 1 : neatStrength(colour);
};

/** Grams of a powder to the millilitres that it is dissolved in, as it is said: 1 oz : 2 qt, 1 tsp : 8 fl oz, 1:100. */
function dissolvedTyped(typed: string, { id, name, kind }: Colourant, shelf: SaidShelf): Record<string, number> {
  const [of = '', into = ''] = typed.split(/\s*(?::|\bin\b|\bto\b)\s*/);
  const plain = /^[\d.,]+$/;
  const [grams, litres] = [plain.test(of) ? `${of} g` : of, plain.test(into) ? `${into} ml` : into];
  const understood = understoodLayer(`${COLOURANT_INFO[kind].laidAs}: ${grams} ${name} in ${litres}`, shelf);
  if ('question' in understood) throw new FieldError('ratio', understood.question);
  return { [id]: understood.layer.colours[id] ?? 0 };
}

/** Parts as they are typed: 2:1, 2 tins : 1 tin, 2/3 and 1/3. @throws FieldError where they are of different measures */
function partsTyped(typed: string): readonly number[] {
  if (!/\p{L}|\+/u.test(typed)) {
    const ratio = typedQuantity(typed, { field: 'ratio' });
    if (!isRatio(ratio)) throw new FieldError('ratio', 'A ratio has a colon: 2:1.');
    return ratio.parts;
  }
  const each = typed.split(/\s*(?::|\band\b|\+|,)\s*/).map((text) => poured(text));
  if (each.some((some) => some === null) || new Set(each.map((some) => some?.measure)).size > 1)
    throw new FieldError('ratio', 'Say all of it in parts or tins, or all of it in volumes: 2 tins : 1 tin.');
  return each.map((some) => some?.amount ?? 0);
}

/**
 * Strengths by parts: as many parts as colours keep what they come to together; one part more, of what is poured as it comes,
 * is its thinner.
 * @throws FieldError at a part of nothing, or another number of parts
 */
export function byParts(layer: Layer, typed: string, materials: Materials): Record<string, number> {
  const { colourants } = materials;
  const ids = Object.keys(layer.colours);
  const wholes = ids.map((id) => wholeOf(colourants[id]));
  const [alone] = ids;
  if (ids.length === 1 && alone && wholes[0] && /^neat$/i.test(typed.trim())) return { [alone]: wholes[0] };
  const powder = ids.length === 1 ? colourants[alone ?? ''] : undefined;
  if (powder && isDissolved(powder)) return dissolvedTyped(typed, powder, namesIn(materials));
  const parts = partsTyped(typed);
  const thinnable = wholes.every((whole) => whole !== null);
  if (parts.slice(0, ids.length).some((p) => !(p > 0)))
    throw new FieldError('ratio', 'A part of nothing: leave that colour out instead.');
  if (thinnable && parts.length === ids.length + 1)
    return Object.fromEntries(ids.map((id, i) => [id, ((wholes[i] ?? 1) * (parts[i] ?? 0)) / sum(parts)]));
  if (parts.length !== ids.length || ids.length === 1)
    throw new FieldError(
      'ratio',
      ids.length === 1
        ? 'Of it to its thinner: 1:5.'
        : `${ids.length} colours here: write ${ids.length} parts${thinnable ? ', or one more for the thinner' : ''}.`,
    );
  const whole = sum(Object.values(layer.colours));
  return Object.fromEntries(ids.map((id, i) => [id, (whole * (parts[i] ?? 0)) / sum(parts)]));
}

/** Whether a layer's colours have a ratio: to one another, or of one alone to what it is thinned with or dissolved in. */
export function hasRatio({ colours }: Layer, { colourants }: Materials): boolean {
  const ids = Object.keys(colours).filter((id) => (colours[id] ?? 0) > 0);
  const [alone] = ids;
  const colour = colourants[alone ?? ''];
  return ids.length > 1 || (colour !== undefined && (wholeOf(colour) !== null || isDissolved(colour)));
}

/** The colours of a layer by parts, typed as a finisher says it; and whether the ratio is held while one of them moves. */
export function RatioField({ layer, materials, onRatio, held, onHold }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const entries = Object.entries(layer.colours);
  const wholes = entries.map(([id]) => wholeOf(materials.colourants[id]));
  const thinnable = wholes.every((whole) => whole !== null);
  const strengths = entries.map(([, s], i) => s / (wholes[i] ?? 1));
  const thinner = thinnable ? 1 - sum(strengths) : 0;
  const alone = entries.length === 1;
  const inPot = alone && thinner > NO_THINNER ? [...strengths, thinner] : strengths;
  const only = alone ? materials.colourants[entries[0]?.[0] ?? ''] : undefined;
  const dissolved = only !== undefined && isDissolved(only);
  const shown = !inPot.every((s) => s > 0)
    ? ''
    : dissolved
      ? `1:${Number((1000 / (inPot[0] ?? 1)).toPrecision(3))}`
      : alone && inPot.length === 1
        ? 'neat'
        : partsOf(inPot).join(':');
  const take = () => {
    if (typed === null) return;
    try {
      onRatio(byParts(layer, typed, materials));
      setTyped(null);
      setError(null);
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <>
      <TextField
        label={
          dissolved
            ? 'Grams to mL'
            : alone
              ? 'To its thinner'
              : thinnable && thinner > NO_THINNER
                ? `Ratio, ${Math.round(100 * thinner)} % thinner`
                : 'Ratio'
        }
        value={typed ?? shown}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === 'Enter' && take()}
        error={error !== null}
        helperText={error}
        sx={{ width: thinnable ? 170 : 130 }}
      />
      {!alone && (
        <ToggleButton value="hold" selected={held} onChange={() => onHold(!held)} sx={{ height: 44 }}>
          Hold it
        </ToggleButton>
      )}
    </>
  );
}
