import { TextField, ToggleButton } from '@mui/material';
import { useState } from 'react';
import { FieldError } from '../../../core/field-error.ts';
import type { Layer } from '../../../core/layers/layer.ts';
import { type Colourant, type Materials, neatStrength } from '../../../core/layers/materials.ts';
import { isRatio, partsOf, typedQuantity } from '../../../core/mix/index.ts';
import { poured } from '../../../core/said/pot.ts';
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

/** What of a colour is all of the pot: a ready-made stain as it comes, a liquid neat; null of what is dissolved or bound. */
const wholeOf = (colour: Colourant | undefined): number | null => {
  if (!colour) return null;
  return colour.kind === 'stain' ? 1 : neatStrength(colour);
};

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
export function byParts(layer: Layer, typed: string, { colourants }: Materials): Record<string, number> {
  const ids = Object.keys(layer.colours);
  const wholes = ids.map((id) => wholeOf(colourants[id]));
  const [alone] = ids;
  if (ids.length === 1 && alone && wholes[0] && /^neat$/i.test(typed.trim())) return { [alone]: wholes[0] };
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

/** Whether a layer's colours have a ratio: to one another, or of one that is poured as it comes to its thinner. */
export function hasRatio({ colours }: Layer, { colourants }: Materials): boolean {
  const ids = Object.keys(colours).filter((id) => (colours[id] ?? 0) > 0);
  return ids.length > 1 || (ids.length === 1 && wholeOf(colourants[ids[0] ?? '']) !== null);
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
  const shown = inPot.every((s) => s > 0) ? (alone && inPot.length === 1 ? 'neat' : partsOf(inPot).join(':')) : '';
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
          alone
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
