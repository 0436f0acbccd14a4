import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  horizontalListSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { MenuItem, TextField } from '@mui/material';
import { memo, type ReactNode } from 'react';
import { KINDS, LAYER_KINDS, type LayerKind } from '../../../core/kinds/index.ts';
import { nth } from '../../../core/known.ts';
import type { Stack } from '../../../core/layers/layer.ts';
import type { Materials } from '../../../core/layers/materials.ts';
import { Area, Row } from '../layout.tsx';
import { LayerColumn } from './LayerColumn.tsx';

interface Props {
  stack: Stack;
  /** Layers that are on the board and cannot be changed. */
  done: number;
  raw: ReactNode;
  /** What can be done with the stack as a whole, beside it. */
  acts?: ReactNode;
  /** What is the matter with a stage, which its tap opens; its mark alone where there is no room. */
  marks: (stage: number, short: boolean) => ReactNode;
  /** A line under each stage: figures, with taps of their own; none where there is no room. */
  figures: (stage: number) => ReactNode;
  materials: Materials;
  selected: number | null;
  onSelect: (layer: number | null) => void;
  onChange: (stack: Stack) => void;
  /** Pixels at the right that are not the board's. */
  inset?: number;
}

/** A layer under its field: a tap or Enter opens it, its handle moves it. */
function Column({
  id,
  name,
  fixed,
  selected,
  onSelect,
  figures,
  children,
}: {
  id: number;
  name: string;
  fixed: boolean;
  selected: boolean;
  onSelect: () => void;
  figures: ReactNode;
  children: ReactNode;
}) {
  const { setNodeRef, setActivatorNodeRef, transform, transition, attributes, listeners } = useSortable({
    id: id + 1,
    disabled: fixed,
  });
  return (
    <div
      ref={setNodeRef}
      className={selected ? 'layer open' : 'layer'}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <Area grow minWidth={0}>
        <button type="button" aria-expanded={selected} onClick={onSelect} className="plainbutton broad">
          {children}
        </button>
        {figures}
      </Area>
      {!fixed && (
        <button
          type="button"
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          aria-label={`Move ${name}`}
          className="handle"
        >
          <svg viewBox="0 0 12 20" width="12" height="20" aria-hidden="true">
            <path d="M2 4h8M2 10h8M2 16h8" stroke="currentColor" strokeWidth="2" />
          </svg>
        </button>
      )}
    </div>
  );
}

/** Chooses the kind of a layer to add. */
export const AddLayer = memo(function AddLayer({ onAdd }: { onAdd: (kind: LayerKind) => void }) {
  return (
    <TextField
      select
      label="Add a layer"
      value=""
      onChange={(e) => onAdd(e.target.value as LayerKind)}
      sx={{ width: 150 }}
    >
      {LAYER_KINDS.map((kind) => (
        <MenuItem key={kind} value={kind}>
          {KINDS[kind].label}
        </MenuItem>
      ))}
    </TextField>
  );
});

/** With more layers each has its name alone: the rest is said where it is open. */
const ROOM_FOR = 5;
export const isCrowded = (stack: Stack): boolean => stack.length > ROOM_FOR;

/** The layers under their fields: tap to open; the handle moves one, by mouse, touch or keyboard. */
export function StackStrip({
  stack,
  done,
  raw,
  acts,
  marks,
  figures,
  materials,
  selected,
  onSelect,
  onChange,
  inset = 0,
}: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const move = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const from = Number(active.id) - 1;
    const to = Number(over.id) - 1;
    if (to < done) return;
    const next = stack.filter((_, i) => i !== from);
    next.splice(to, 0, nth(stack, from));
    onSelect(null);
    onChange(next);
  };
  const crowded = isCrowded(stack);
  return (
    <div className={crowded ? 'strip crowded' : 'strip'} style={{ paddingRight: 24 + inset }}>
      <div className="layer">
        <Area grow minWidth={0}>
          {crowded ? <h3>Raw</h3> : raw}
          {marks(0, crowded)}
          {crowded ? acts : figures(0)}
        </Area>
        {acts && !crowded && <Row align="start">{acts}</Row>}
      </div>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={move}>
        <SortableContext items={stack.map((_, i) => i + 1)} strategy={horizontalListSortingStrategy}>
          {stack.map((layer, i) => (
            <Column
              // biome-ignore lint/suspicious/noArrayIndexKey: a layer is known by its place in the stack
              key={i}
              id={i}
              name={KINDS[layer.kind].label.toLowerCase()}
              fixed={i < done}
              selected={selected === i}
              onSelect={() => onSelect(selected === i ? null : i)}
              figures={crowded ? null : figures(i + 1)}
            >
              <LayerColumn layer={layer} materials={materials} short={crowded} />
              {marks(i + 1, crowded)}
            </Column>
          ))}
        </SortableContext>
      </DndContext>
    </div>
  );
}
