import { Button, Dialog, DialogContent, LinearProgress, MenuItem, TextField } from '@mui/material';
import { useEffect, useRef, useState } from 'react';
import { onTheShelf } from '../../record/shelf/materials.ts';
import { bringJobs, lookAtJobsFile, undoBrought } from '../../shared/contract/brought.ts';
import type { BroughtLook, StandIns } from '../../shared/jobs-file.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { change, fetchEverything, send, useShelf } from '../hooks/api.ts';
import { base64Of, useBroughtProgress } from '../hooks/jobs-file.ts';
import { useNextId } from '../hooks/new-id.ts';
import { ErrorMessage, sentenceOf } from './ErrorMessage.tsx';
import { Area, Columns, Pile, Row, Text } from './layout.tsx';
import { useToast } from './Toast.tsx';

type Lacking = BroughtLook['lacks'][number];
const ON_SHELF = 'shelf';

/** What of the own shelf can stand for a product. */
const alike = (shelf: Shelf, { item, what }: Lacking): { address: string; name: string }[] => {
  const [kind] = item.split('/');
  const own = { colourant: shelf.colourants, medium: shelf.mediums, supply: shelf.supplies }[kind ?? ''] ?? [];
  return onTheShelf<{ id: string; name: string; kind: string; archived: boolean }>(own)
    .filter((p) => p.kind === what.split(',')[0])
    .map((p) => ({ address: `${kind}/${p.id}`, name: p.name }));
};

/** A product that the shelf has not: what stands for it in layers that are still planned, or that it comes to the shelf. */
function LackingRow({
  lacking,
  shelf,
  value,
  onChoose,
}: {
  lacking: Lacking;
  shelf: Shelf;
  value: string;
  onChoose: (value: string) => void;
}) {
  const own = alike(shelf, lacking);
  return (
    <Columns of="1fr 1.2fr" gap="near" line padY="close">
      <span>
        {lacking.name} <span className="soft">{lacking.what}</span>
      </span>
      {!lacking.planned ? (
        <span className="soft">only in what is made: kept with it, put away</span>
      ) : own.length === 0 ? (
        <span className="soft">comes to your shelf</span>
      ) : (
        <TextField
          select
          size="small"
          value={value}
          label={`For ${lacking.name}`}
          onChange={(e) => onChoose(e.target.value)}
        >
          {own.map(({ address, name }) => (
            <MenuItem key={address} value={address}>
              {name}
            </MenuItem>
          ))}
          <MenuItem value={ON_SHELF}>put it on our shelf</MenuItem>
        </TextField>
      )}
    </Columns>
  );
}

/** What of a file's records is new, is here as it is, and is otherwise here. */
const STATES = [
  ['fresh', 'New'],
  ['there', 'Here already'],
  ['other', 'Otherwise here, stays so'],
] as const;

function Held({ look }: { look: BroughtLook }) {
  return (
    <>
      {look.jobs.map((job) => (
        <div key={job.number}>
          <b>
            {job.number} {job.customer}
          </b>
          : {job.piece} <span className="soft">{job.there ? 'is here already' : 'new here'}</span>
        </div>
      ))}
      <div>
        {STATES.map(([state, title]) => {
          const counted = look.counts
            .filter((c) => c.what !== 'jobs' && c[state] > 0)
            .map((c) => `${c.what} ${c[state]}`);
          return counted.length === 0 ? null : (
            <Columns key={state} of="110px 1fr" gap="near">
              <span className="soft">{title}</span>
              <span>{counted.join(' · ')}</span>
            </Columns>
          );
        })}
      </div>
      {look.notes.map((note) => (
        <div key={note} className="note">
          {note}
        </div>
      ))}
    </>
  );
}

/** What a file of jobs holds beside what there is, before any of it comes in. */
export function JobsFileDialog({
  file,
  onBrought,
  onClose,
}: {
  file: File;
  onBrought: (() => void) | undefined;
  onClose: () => void;
}) {
  const shelf = useShelf().data;
  const say = useToast();
  const id = useNextId();
  const [look, setLook] = useState<BroughtLook | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [chosen, setChosen] = useState<Record<string, string>>({});
  const [bringing, setBringing] = useState<string | null>(null);
  const progress = useBroughtProgress(bringing);
  const sent = useRef<AbortController | null>(null);
  const base64 = useRef('');
  useEffect(() => {
    const leaving = new AbortController();
    const looked = async () => {
      base64.current = await base64Of(file);
      return send(lookAtJobsFile, {}, { file: base64.current }, leaving.signal);
    };
    looked().then(setLook, (trouble) => leaving.signal.aborted || setError(sentenceOf(trouble)));
    return () => leaving.abort();
  }, [file]);
  const leave = () => {
    sent.current?.abort();
    onClose();
  };
  const standIn = (lacking: Lacking) => chosen[lacking.item] ?? lacking.standIn ?? ON_SHELF;
  const bring = async (held: BroughtLook) => {
    setError(null);
    const brought = id.next();
    setBringing(brought);
    const standIns: StandIns = Object.fromEntries(
      held.lacks.filter((l) => l.planned).map((l) => [l.item, standIn(l) === ON_SHELF ? null : standIn(l)]),
    );
    sent.current = new AbortController();
    try {
      const { jobs } = await send(
        bringJobs,
        {},
        { id: brought, name: file.name, file: base64.current, standIns },
        sent.current.signal,
      );
      id.kept();
      await fetchEverything();
      say({
        text: jobs.length > 0 ? `Job ${jobs.join(', ')} is here.` : 'What was new of it is here.',
        undo: async () => {
          await change(undoBrought, { brought });
          await fetchEverything();
        },
      });
      onClose();
      onBrought?.();
    } catch (trouble) {
      if (!sent.current.signal.aborted) setError(sentenceOf(trouble));
    } finally {
      setBringing(null);
    }
  };
  return (
    <Dialog open onClose={leave} fullWidth maxWidth="sm" slotProps={{ paper: { 'aria-label': 'What the file holds' } }}>
      <DialogContent className="pile">
        <h2>{file.name}</h2>
        {!look && !error && <LinearProgress aria-label="Looking into the file" />}
        <Area maxHeight={440} scroll>
          <Pile gap="near">
            {look && <Held look={look} />}
            {look && shelf && look.lacks.length > 0 && (
              <div>
                <Text as="h3" padBottom="close">
                  Not on your shelf
                </Text>
                {look.lacks.map((lacking) => (
                  <LackingRow
                    key={lacking.item}
                    lacking={lacking}
                    shelf={shelf}
                    value={standIn(lacking)}
                    onChoose={(value) => setChosen((now) => ({ ...now, [lacking.item]: value }))}
                  />
                ))}
              </div>
            )}
          </Pile>
        </Area>
        <ErrorMessage error={error} />
        {bringing && (
          <LinearProgress
            {...(progress === null ? {} : { variant: 'determinate', value: 100 * progress })}
            aria-label="Bringing it in"
          />
        )}
        <Row gap="near" end>
          <Button onClick={leave}>{bringing ? 'Stop here' : 'Leave it'}</Button>
          {look && (
            <Button variant="contained" color="primary" disabled={bringing !== null} onClick={() => void bring(look)}>
              Bring it in
            </Button>
          )}
        </Row>
      </DialogContent>
    </Dialog>
  );
}

/** The button for it; the file is looked at first. */
export function JobsFileButton({ label = 'From a file', onBrought }: { label?: string; onBrought?: () => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  return (
    <>
      <Button onClick={() => input.current?.click()}>{label}</Button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label="File of jobs"
        accept=".zip,.json,application/zip,application/json"
        onChange={(e) => {
          setFile(e.target.files?.[0] ?? null);
          e.target.value = '';
        }}
      />
      {file && <JobsFileDialog file={file} onBrought={onBrought} onClose={() => setFile(null)} />}
    </>
  );
}
