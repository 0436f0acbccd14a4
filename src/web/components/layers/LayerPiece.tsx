import { Button, MenuItem, TextField } from '@mui/material';
import { useEventCallback } from '@mui/material/utils';
import { type ReactNode, useState } from 'react';
import { APPLICATOR_INFO, APPLICATORS, cannotPutOn, KINDS, type Setting } from '../../../core/kinds/index.ts';
import {
  CLEANS,
  isMadeUp,
  KEPT_TO,
  KEPT_TO_WORDS,
  type Layer,
  mainColour,
  methodOf,
  setting,
  withApplicator,
} from '../../../core/layers/layer.ts';
import { carrierOf, type Materials } from '../../../core/layers/materials.ts';
import { thinnersTyped } from '../../../core/said/pot.ts';
import { type Said, thinnersText } from '../../../core/said/sentence.ts';
import { Row } from '../layout.tsx';
import { NumberField } from '../NumberField.tsx';
import { LayerNote } from './LayerActions.tsx';
import { Hours, Rubbing } from './LayerTiming.tsx';
import { asUsual } from './pieces.ts';

interface Props {
  layer: Layer;
  /** The piece of its sentence that is in hand. */
  about: Said;
  materials: Materials;
  /** Hours that are usual for it here. */
  usual: number;
  /** What sprays is at hand. */
  gun: boolean;
  /** `gesture`: changes of one number being typed are one step. */
  onChange: (layer: Layer, gesture?: string) => void;
  onNote: (note: string) => void;
  onSettle: () => void;
}

/** A long label keeps its unit for whoever points at it. */
const ROOM = 15;
const labelOf = ({ label, unit }: Setting) => {
  const short = unit === '× usual' ? '×' : unit;
  return short && label.length + short.length < ROOM ? `${label}, ${short}` : label;
};

/** The field in which one piece of a layer's sentence is set. It has the hand as soon as it is there. */
export function LayerPiece(props: Props) {
  const { layer, about, onChange, onSettle } = props;
  const usual = asUsual(layer, about);
  return (
    <Row gap="close" wrap align="start">
      <PieceField {...props} />
      {about !== 'medium' && about !== 'note' && usual !== layer && (
        <Button
          disabled={JSON.stringify(usual) === JSON.stringify(layer)}
          onClick={() => {
            onChange(usual);
            onSettle();
          }}
        >
          As usual
        </Button>
      )}
    </Row>
  );
}

function PieceField({ layer, about, materials, usual, gun, onChange, onNote, onSettle }: Props): ReactNode {
  const info = KINDS[layer.kind];
  const spec = info.settings.find(({ key }) => about === `setting:${key}`);
  if (spec)
    return (
      <NumberField
        autoFocus
        label={labelOf(spec)}
        value={setting(layer, spec.key)}
        min={spec.min}
        max={spec.max}
        step={spec.step}
        onNumber={(value) => onChange({ ...layer, settings: { ...layer.settings, [spec.key]: value } }, spec.key)}
        onSettle={onSettle}
        helperText={[spec.unit, spec.effect ?? `${spec.min}–${spec.max}`].filter(Boolean).join('; ')}
        sx={{ width: 190 }}
      />
    );
  const hours = { layer, usual, onChange, onSettle };
  switch (about) {
    case 'medium':
      return (
        <Choice
          label={info.medium}
          value={layer.medium ?? ''}
          options={Object.values(materials.mediums)
            .filter((m) => m.kind === info.medium)
            .map(({ id, name }) => ({ id, label: name }))}
          onChoose={(medium) => onChange({ ...layer, medium })}
        />
      );
    case 'supply':
      return (
        <Choice
          label={info.supply ?? ''}
          value={layer.supply ?? ''}
          options={Object.values(materials.supplies)
            .filter((s) => s.kind === info.supply)
            .map(({ id, name }) => ({ id, label: name }))}
          onChoose={(supply) => onChange({ ...layer, supply })}
        />
      );
    case 'method':
      return (
        <Choice
          label="how"
          value={layer.method ?? ''}
          options={info.methods}
          onChoose={(method) => onChange({ ...layer, method })}
        />
      );
    case 'applicator': {
      const coat = { is: info.is, carrier: carrierOf(layer, materials), method: methodOf(layer) };
      const suits = APPLICATORS.filter((a) => cannotPutOn(a, coat) === null && (a !== 'gun' || gun));
      return (
        <Choice
          label="with what"
          value={layer.applicator ?? ''}
          options={suits.map((id) => ({ id, label: APPLICATOR_INFO[id].label }))}
          onChoose={(id) => {
            const applicator = suits.find((a) => a === id);
            if (applicator) onChange({ ...layer, ...withApplicator(layer, applicator) });
          }}
        />
      );
    }
    case 'thinners':
      return <ThinnersField layer={layer} materials={materials} onChange={onChange} onSettle={onSettle} />;
    case 'hardener':
      return (
        <Choice
          label="hardener"
          value={layer.unhardened ? 'without' : 'with'}
          options={[
            { id: 'with', label: 'with its hardener' },
            { id: 'without', label: 'without hardener' },
          ]}
          onChoose={(id) => onChange(id === 'without' ? { ...layer, unhardened: true } : asUsual(layer, 'hardener'))}
        />
      );
    case 'where':
      return (
        <Choice
          label="where"
          value={layer.where ?? ''}
          options={KEPT_TO.map((id) => ({ id, label: KEPT_TO_WORDS[id] }))}
          onChoose={(id) => {
            const where = KEPT_TO.find((w) => w === id);
            if (where) onChange({ ...layer, where });
          }}
        />
      );
    case 'apart':
      return <Hours of="apart" label="apart, h" title="Hours between its own coats" {...hours} />;
    case 'wait':
      return <Hours of="wait" label="left, h" title="Hours after its last coat" {...hours} />;
    case 'clean':
      return (
        <Choice
          label="dust off with"
          value={layer.clean ?? ''}
          options={CLEANS.map((id) => ({ id, label: id }))}
          onChoose={(id) => {
            const clean = CLEANS.find((c) => c === id);
            if (clean) onChange({ ...layer, clean });
          }}
        />
      );
    case 'rub':
      return <Rubbing layer={layer} onChange={onChange} onSettle={onSettle} />;
    case 'note':
      return <LayerNote note={layer.note ?? ''} onNote={onNote} onSettle={onSettle} />;
    default:
      return null;
  }
}

interface ChoiceProps {
  label: string;
  value: string;
  options: readonly { id: string; label: string }[];
  onChoose: (id: string) => void;
}

function Choice({ label, value, options, onChoose }: ChoiceProps) {
  return (
    <TextField
      select
      autoFocus
      label={label}
      value={value}
      onChange={(e) => onChoose(e.target.value)}
      disabled={options.length === 0}
      sx={{ width: 240 }}
    >
      {options.map((o) => (
        <MenuItem key={o.id} value={o.id}>
          {o.label}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** What it is thinned with, typed as it is said. */
function ThinnersField({
  layer,
  materials,
  onChange,
  onSettle,
}: Pick<Props, 'layer' | 'materials' | 'onChange' | 'onSettle'>) {
  const main = mainColour(layer);
  const madeUp = isMadeUp(layer, main === undefined ? undefined : materials.colourants[main]?.kind);
  const [typed, setTyped] = useState<string | null>(null);
  const [question, setQuestion] = useState<string | null>(null);
  const take = useEventCallback(() => {
    if (typed === null) return;
    const understood = typed.trim() === '' ? null : thinnersTyped(typed, madeUp, KINDS[layer.kind].label);
    if (understood && 'question' in understood) return setQuestion(understood.question);
    onChange(understood ? { ...layer, ...understood } : asUsual(layer, 'thinners'));
    onSettle();
    setTyped(null);
  });
  return (
    <TextField
      autoFocus
      label={madeUp ? 'made up with' : 'thinned with'}
      placeholder={madeUp ? 'alcohol and lacquer thinner 1 : 1' : '15 % water'}
      value={typed ?? thinnersText(layer, madeUp)}
      onChange={(e) => {
        setTyped(e.target.value);
        setQuestion(null);
      }}
      onBlur={take}
      onKeyDown={(e) => e.key === 'Enter' && take()}
      error={question !== null}
      helperText={question}
      slotProps={{ htmlInput: { maxLength: 120 } }}
      sx={{ width: 320 }}
    />
  );
}
