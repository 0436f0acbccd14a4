import { Button, Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material';
import { useRef, useState } from 'react';
import { unlessRefused } from '../../core/field-error.ts';
import { MOST_BYTES, parseParts } from '../../core/formats/index.ts';
import { woodNamed } from '../../record/board/wood.ts';
import { areasOf, sumOfAreas } from '../../record/job/parts.ts';
import { addParts, archivePart, restorePart } from '../../shared/contract/jobs.ts';
import { newId } from '../../shared/id.ts';
import { NewParts, type Part } from '../../shared/part.ts';
import { areaText } from '../components/areas.ts';
import { ErrorMessage, sentenceOf } from '../components/ErrorMessage.tsx';
import { Pile, PlainLink, Row, Text } from '../components/layout.tsx';
import { PartDialog } from '../components/PartDialog.tsx';
import { useSheetChoice } from '../components/SheetChoice.tsx';
import { Supplies } from '../components/Supplies.tsx';
import { sizesText } from '../components/sizes.ts';
import { useToast } from '../components/Toast.tsx';
import { TypedField } from '../components/TypedField.tsx';
import { WorkNav } from '../components/work/WorkNav.tsx';
import { change, useHouse } from '../hooks/api.ts';
import { type OpenBench, useOpenBench } from '../hooks/bench.ts';
import { TABLE_FILES } from '../hooks/file-text.ts';
import { useTypedForm } from '../hooks/typed-form.ts';

const EXAMPLE = '4 x Shelf, ash, 800 x 250 x 20 mm, both faces, edge';

const NAMED = 6;
/** What lines hold, before it is added: how many of what. */
function heldText(parts: readonly { name: string; count: number }[]): string {
  const pieces = parts.reduce((sum, part) => sum + part.count, 0);
  const named = parts.slice(0, NAMED).map(({ name, count }) => `${count} ${name}`);
  const more = parts.length > NAMED ? `, and ${parts.length - NAMED} more` : '';
  return `${parts.length} ${parts.length === 1 ? 'part' : 'parts'}, ${pieces} ${pieces === 1 ? 'piece' : 'pieces'}: ${named.join(', ')}${more}`;
}

/** Parts typed line by line, pasted, or from a file. */
function AddParts({ bench, units }: { bench: OpenBench; units: 'metric' | 'us' }) {
  const { job, shelf } = bench;
  const file = useRef<HTMLInputElement>(null);
  const sheets = useSheetChoice();
  const say = useToast();
  // The same text asked for twice makes the same parts.
  const ids = useRef<{ text: string; ids: string[] }>({ text: '', ids: [] });
  const named = job.woods.map((w) => ({
    id: w.id,
    names: [w.code, woodNamed(shelf, w)],
  }));
  const parse = (text: string) => parseParts(text, named, units === 'us' ? 'inches' : 'millimetres').parts;
  const { form, submit, busy, error } = useTypedForm({
    keep: `part-lines/${job.number}`,
    blank: { text: '' },
    read: ({ text }) => {
      const parts = parse(text);
      if (ids.current.text !== text) ids.current = { text, ids: parts.map(() => newId()) };
      return { parts: parts.map((part, i) => ({ id: ids.current.ids[i], ...part })) };
    },
    shape: NewParts,
    save: async (parts) => {
      await change(addParts, { job: job.number }, parts);
      const added = parts.parts.map((part) => part.id);
      say({
        text: added.length === 1 ? 'The part is added.' : `${added.length} parts are added.`,
        undo: () => Promise.all(added.map((part) => change(archivePart, { part }))),
      });
    },
    onSaved: () => {
      ids.current = { text: '', ids: [] };
    },
  });
  // What a file holds stands in the field, to be looked at before it is added.
  const read = async (chosen: File | undefined) => {
    if (!chosen) return;
    if (chosen.size > MOST_BYTES)
      return form.setError('text', { message: `${chosen.name}: the file is larger than ${MOST_BYTES / 1e6} MB.` });
    try {
      const text = await sheets.textOf(chosen);
      if (text === null) return;
      form.setValue('text', text);
    } catch (trouble) {
      form.setError('text', { message: sentenceOf(trouble) });
    }
  };
  const text = form.watch('text');
  const held = text.trim() === '' ? null : unlessRefused(() => parse(text));
  return (
    <Pile as="section" gap="near" top>
      <h2>Add parts</h2>
      <TypedField
        control={form.control}
        name="text"
        multiline
        minRows={4}
        label="One part a line, or a pasted table"
        placeholder={EXAMPLE}
      />
      <ErrorMessage error={error} />
      {held && held.length > 0 && <div className="soft">{heldText(held)}</div>}
      {sheets.dialog}
      <Row gap="near">
        <Button variant="contained" color="primary" disabled={busy || text.trim() === ''} onClick={() => void submit()}>
          Add
        </Button>
        <Button onClick={() => file.current?.click()}>From a file</Button>
        <input
          ref={file}
          type="file"
          hidden
          accept={TABLE_FILES}
          data-testid="parts-file"
          onChange={(e) => {
            void read(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </Row>
      <p className="soft">
        How many, what, wood, size, then what matters: <span className="mono">{EXAMPLE}</span>. A table has a heading
        line: name, wood, count, length, width, thickness, faces, zones.
      </p>
    </Pile>
  );
}

/** The parts of the job: sizes, counts, faces, wood, which zones matter; their areas follow. */
export function PartsPage() {
  const bench = useOpenBench();
  const { job, shelf } = bench;
  const units = useHouse().data?.units ?? 'metric';
  const [editing, setEditing] = useState<Part | null>(null);
  const say = useToast();
  const [error, setError] = useState<string | null>(null);
  const woodName = (id: string | null) => {
    const wood = job.woods.find((w) => w.id === id);
    return wood ? woodNamed(shelf, wood) : 'not settled';
  };
  const remove = async (part: Part) => {
    try {
      await change(archivePart, { part: part.id });
      say({ text: `${part.name} taken out.`, undo: () => change(restorePart, { part: part.id }) });
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  const groups = [...job.woods.map((w) => w.id), null].map((id) => ({
    id,
    parts: job.parts.filter((p) => p.woodId === id),
  }));
  const zoneOf = (part: Part) => job.parts.find((p) => p.id === part.zoneOf)?.name;
  return (
    <>
      <WorkNav />
      <div className="plate columns parts">
        <section>
          <Row gap="far" align="baseline">
            <h2>Parts and areas</h2>
            <PlainLink to="../woods">back to the woods</PlainLink>
          </Row>
          <ErrorMessage error={error} />
          {job.parts.length === 0 && (
            <p>No part yet. With sizes and counts the areas follow, and from them how much to mix.</p>
          )}
          {job.parts.length > 0 && (
            <Table size="small">
              <TableHead>
                <TableRow>
                  <TableCell>Part</TableCell>
                  <TableCell>Size</TableCell>
                  <TableCell>What matters</TableCell>
                  <TableCell align="right">Area</TableCell>
                  <TableCell />
                </TableRow>
              </TableHead>
              {groups
                .filter((g) => g.parts.length > 0)
                .map((group) => (
                  <TableBody key={group.id}>
                    <TableRow>
                      <TableCell colSpan={3} sx={{ fontWeight: 700, paddingTop: 2 }}>
                        {woodName(group.id)}
                      </TableCell>
                      <TableCell align="right" className="mono" sx={{ fontWeight: 700, whiteSpace: 'nowrap' }}>
                        {areaText(sumOfAreas(group.parts).matters, units)}
                      </TableCell>
                      <TableCell />
                    </TableRow>
                    {group.parts.map((part) => (
                      <TableRow key={part.id}>
                        <TableCell>
                          {part.count} × {part.name}
                          <Text as="div" size="small" className="soft">
                            {[
                              part.place,
                              part.assembled && 'put together first',
                              zoneOf(part) && `zone of ${zoneOf(part)}, masked`,
                            ]
                              .filter(Boolean)
                              .join(', ')}
                          </Text>
                        </TableCell>
                        <TableCell className="mono" sx={{ whiteSpace: 'nowrap' }}>
                          {sizesText([part.length, part.width, part.thickness], units)}
                        </TableCell>
                        <TableCell>
                          {part.zones.map((z) => (z === 'end' ? 'end grain' : z)).join(', ')}
                          {part.faces === 2 && ', both faces'}
                          {part.hidden.length > 0 &&
                            `; hidden ${part.hidden.map((z) => (z === 'end' ? 'end grain' : z)).join(', ')}`}
                        </TableCell>
                        <TableCell align="right" className="mono" sx={{ whiteSpace: 'nowrap' }}>
                          {areaText(areasOf(part).matters, units)}
                        </TableCell>
                        <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
                          <Button onClick={() => setEditing(part)}>Change</Button>{' '}
                          <Button onClick={() => remove(part)}>Take out</Button>
                        </TableCell>
                      </TableRow>
                    ))}
                  </TableBody>
                ))}
            </Table>
          )}
        </section>
        <AddParts bench={bench} units={units} />
        <Supplies bench={bench} />
        {editing && (
          <PartDialog key={editing.id} bench={bench} part={editing} units={units} onClose={() => setEditing(null)} />
        )}
      </div>
    </>
  );
}
