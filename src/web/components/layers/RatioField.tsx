import { TextField, ToggleButton } from '@mui/material';
import { useState } from 'react';
import { FieldError } from '../../../core/field-error.ts';
import type { Layer } from '../../../core/layers/layer.ts';
import type { Materials } from '../../../core/layers/materials.ts';
import { isRatio, partsOf, typedQuantity } from '../../../core/mix/index.ts';
import { sentenceOf } from '../ErrorMessage.tsx';

interface Props {
  layer: Layer;
  materials: Materials;
  onRatio: (colours: Record<string, number>) => void;
  held: boolean;
  onHold: (held: boolean) => void;
}

/**
 * Strengths by parts: as many parts as colours keep what they come to together; one part more, of a ready-made stain, is
 * its thinner.
 * @throws FieldError at a part of nothing, or another number of parts
 */
export function byParts(layer: Layer, typed: string, { colourants }: Materials): Record<string, number> {
  const ids = Object.keys(layer.colours);
  const ratio = typedQuantity(typed, { field: 'ratio' });
  if (!isRatio(ratio)) throw new FieldError('ratio', 'A ratio has a colon: 2:1.');
  const { parts } = ratio;
  const stain = colourants[ids[0] ?? '']?.kind === 'stain';
  if (parts.slice(0, ids.length).some((p) => !(p > 0)))
    throw new FieldError('ratio', 'A part of nothing: leave that colour out instead.');
  const sum = (list: readonly number[]) => list.reduce((s, p) => s + p, 0);
  if (stain && parts.length === ids.length + 1)
    return Object.fromEntries(ids.map((id, i) => [id, (parts[i] ?? 0) / sum(parts)]));
  if (parts.length !== ids.length)
    throw new FieldError(
      'ratio',
      `${ids.length} colours here: write ${ids.length} parts${stain ? ', or one more for the thinner' : ''}.`,
    );
  const whole = sum(Object.values(layer.colours));
  return Object.fromEntries(ids.map((id, i) => [id, (whole * (parts[i] ?? 0)) / sum(parts)]));
}

/** The colours of a layer by parts, typed as a finisher says it; and whether the ratio is held while one of them moves. */
export function RatioField({ layer, materials, onRatio, held, onHold }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const entries = Object.entries(layer.colours);
  const stain = materials.colourants[entries[0]?.[0] ?? '']?.kind === 'stain';
  const thinner = stain ? 1 - entries.reduce((sum, [, s]) => sum + s, 0) : 0;
  const strengths = entries.map(([, s]) => s);
  const shown = strengths.every((s) => s > 0) ? partsOf(strengths).join(':') : '';
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
        label={stain && thinner > 0.004 ? `Ratio, ${Math.round(100 * thinner)} % thinner` : 'Ratio'}
        value={typed ?? shown}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === 'Enter' && take()}
        error={error !== null}
        helperText={error}
        sx={{ width: stain ? 170 : 130 }}
      />
      <ToggleButton value="hold" selected={held} onChange={() => onHold(!held)} sx={{ height: 44 }}>
        Hold it
      </ToggleButton>
    </>
  );
}
