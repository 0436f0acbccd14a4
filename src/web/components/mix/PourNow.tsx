import { Button, TextField } from '@mui/material';
import { useState } from 'react';
import { FieldError } from '../../../core/field-error.ts';
import {
  converted,
  inSpoons,
  isRatio,
  massText,
  quantityText,
  type Step,
  typedQuantity,
  unitOf,
} from '../../../core/mix/index.ts';
import { inPot } from '../../../record/board/poured.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import type { Mixing } from '../../hooks/mixing.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import type { Scale } from '../../hooks/scale.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Row, Text } from '../layout.tsx';
import { gramsText } from '../numbers.ts';
import { LotField, NotEnough, useLots } from './Lots.tsx';
import { OverPouredPanel } from './OverPoured.tsx';
import { ScaleBar } from './ScaleBar.tsx';

interface Props {
  bench: OpenBench;
  mixing: Mixing;
  step: Step & Required<Pick<Step, 'pour'>>;
  scale: Scale;
}

const GRAM = unitOf('g');

/** One pour, big: what, how much, what the scale shows, what was really poured. */
export function PourNow({ bench, mixing, step, scale }: Props) {
  const { pour } = step;
  const { recipe, tolerance, tools } = mixing;
  const { scaleGrams } = tools;
  const colour = bench.shelf.colourants.find((c) => c.id === pour.colourant);
  const sheet = colour?.sheet;
  const inHand = useLots(bench, `colourant/${pour.colourant}`, { name: step.title, ...sheet });
  const { lot } = inHand;
  const [typed, setTyped, forget] = usePersistentState<string>(`poured/${recipe.id}/${step.key}`, '');
  const [error, setError] = useState<string | null>(null);
  const [tooMuch, setTooMuch] = useState<number | null>(null);
  const [short, setShort] = useState<number | null>(null);
  const before = Object.entries(inPot(recipe, step.stage, bench.materials)).reduce(
    (sum, [id, g]) => (id === pour.colourant ? sum : sum + g),
    0,
  );
  const within = tolerance(step);
  const onScale = scale.reading ? Math.round((scale.reading.grams - before) / scaleGrams) * scaleGrams : null;
  const spooned = sheet?.bulkDensity ? inSpoons(pour.grams, sheet.bulkDensity, tools.spoon) : null;
  const moves = mixing.promise?.sensitivity[pour.colourant];
  const spoonMoves = spooned && moves !== undefined ? (moves * Math.abs(spooned.grams / pour.grams - 1)) / 0.05 : null;
  /** Grams as they were typed, as the scale shows them, or as they were asked for. */
  const grams = (): number => {
    if (typed.trim() === '') return onScale !== null && onScale > 0 ? onScale : pour.grams;
    const quantity = typedQuantity(typed, { field: 'poured', usual: GRAM });
    if (isRatio(quantity)) throw new FieldError('poured', 'A ratio is no weight: how much was poured?');
    const of = { name: step.title, ...sheet, density: sheet?.bulkDensity ?? sheet?.density };
    return converted(quantity, GRAM, { ...of, dropsPerMl: sheet?.dropsPerMl ?? tools.dropsPerMl }, 'poured').value;
  };
  const understood = (): string => {
    if (typed.trim() === '') return ' ';
    try {
      const poured = quantityText({ value: grams(), unit: GRAM });
      return /^[\d.,\s]+(g|grams?)?$/i.test(typed) ? ' ' : poured;
    } catch (trouble) {
      return sentenceOf(trouble);
    }
  };
  const asked = ((): number => {
    try {
      return grams();
    } catch {
      return pour.grams;
    }
  })();
  const lacks = (poured: number): boolean => inHand.lacks({ grams: poured });
  const keep = async (poured: number, overdrawn = lacks(poured)) => {
    await mixing.finish(step, { grams: poured, lotId: lot?.id ?? null, ...(overdrawn ? { overdrawn } : {}) });
    forget();
  };
  const done = async () => {
    try {
      setError(null);
      const poured = grams();
      if (lacks(poured)) return;
      if (poured > pour.grams + within) return setTooMuch(poured);
      if (poured < pour.grams - within) return setShort(poured);
      await keep(poured);
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <>
      <Row gap="apart" align="baseline" wrap>
        <Text size="huge" strong className="close">
          {step.title}
        </Text>
        <Text size="title">{step.detail}</Text>
        <LotField {...inHand} units={mixing.units} />
      </Row>
      <Text as="div" className="mono" size="poured" strong tight>
        {pour.said}
      </Text>
      <Text as="div" minHeight={30} size="title">
        {pour.beside
          ? pour.beside
          : spooned
            ? `or ${quantityText({ value: spooned.tsp, unit: unitOf('tsp') })}, level (${massText(spooned.grams, mixing.units)}${spoonMoves === null ? '' : `: moves it ${spoonMoves.toFixed(1)}`})`
            : pour.grams < scaleGrams
              ? `Less than the scale’s ${scaleGrams} g: make a larger batch, or dissolve ten times as much and take a tenth.`
              : `± ${gramsText(within)}`}
      </Text>
      {scale.joined && <ScaleBar scale={scale} total={before + pour.grams} tolerance={within} />}
      <ErrorMessage error={error ?? scale.error} />
      {short !== null && (
        <Row className="note large" gap="apart">
          {gramsText(short)} are {gramsText(pour.grams - short)} too little: pour on.
          <Button onClick={() => void keep(short).catch((trouble) => setError(sentenceOf(trouble)))}>
            Leave it so
          </Button>
        </Row>
      )}
      {tooMuch === null && (
        <NotEnough
          bench={bench}
          mixing={mixing}
          step={step}
          inHand={inHand}
          poured={{ grams: asked }}
          onPour={() => void keep(asked, true).catch((trouble) => setError(sentenceOf(trouble)))}
        />
      )}
      {tooMuch === null ? (
        <Row className="noprint" gap="near" align="start" wrap>
          <Button
            variant="contained"
            color="primary"
            onClick={() => void done()}
            disabled={lacks(asked)}
            className="big"
          >
            Poured
          </Button>
          <TextField
            label="As poured"
            placeholder={gramsText(onScale ?? pour.grams)}
            value={typed}
            onChange={(e) => {
              setTyped(e.target.value);
              setShort(null);
            }}
            onKeyDown={(e) => e.key === 'Enter' && void done()}
            helperText={understood()}
            sx={{ width: 190 }}
          />
          {scale.joined && (
            <Button onClick={() => void scale.tare()} sx={{ minHeight: 60 }}>
              Tare
            </Button>
          )}
        </Row>
      ) : (
        <OverPouredPanel
          bench={bench}
          mixing={mixing}
          step={step}
          poured={tooMuch}
          onKeep={() => keep(tooMuch)}
          onBack={() => setTooMuch(null)}
        />
      )}
    </>
  );
}
