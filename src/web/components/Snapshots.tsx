import { Button, Dialog, DialogContent, LinearProgress } from '@mui/material';
import { useState } from 'react';
import { shopFile } from '../../shared/contract/brought.ts';
import { restoreSnapshot, takeSnapshot } from '../../shared/contract/house.ts';
import type { Snapshot, SnapshotLook, Summary } from '../../shared/snapshot.ts';
import { change, fetchEverything, useSnapshotLook, useSnapshots } from '../hooks/api.ts';
import { ErrorMessage, sentenceOf } from './ErrorMessage.tsx';
import { Area, Columns, Pile, Row, Text } from './layout.tsx';
import { momentText } from './moment.ts';
import { useToast } from './Toast.tsx';

const REASONS: Record<Snapshot['reason'], string> = {
  day: 'of the day',
  migration: 'before a new version',
  asked: 'asked for',
  restore: 'before a restore',
};

function Held({ title, summary }: { title: string; summary: Summary }) {
  return (
    <div>
      <Text as="h3" padBottom="close">
        {title}
      </Text>
      <div>
        {summary.jobs} jobs, {summary.boards} boards, {summary.readings} readings, {summary.colours} colours
      </div>
      <div className="soft">{summary.lastAt ? `last entry ${momentText(summary.lastAt)}` : 'nothing entered'}</div>
      {summary.newest.map((job) => (
        <div key={job.number}>
          {job.number} {job.customer}: {job.piece}
        </div>
      ))}
    </div>
  );
}

const Both = ({ look, at }: { look: SnapshotLook; at: string }) => (
  <Columns of="1fr 1fr" gap="far">
    <Held title={momentText(at)} summary={look.held} />
    <Held title="Now" summary={look.now} />
  </Columns>
);

/** What a snapshot holds beside what there is now, before it is put in place. */
function Look({ snapshot, onClose }: { snapshot: Snapshot; onClose: () => void }) {
  const { data: look, error } = useSnapshotLook(snapshot.name);
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const say = useToast();
  const restore = async () => {
    setBusy(true);
    setRefused(null);
    try {
      await change(restoreSnapshot, { snapshot: snapshot.name });
      await fetchEverything();
      say({
        text: `The record is as it was ${momentText(snapshot.takenAt)}. What was there is a snapshot of its own.`,
      });
      onClose();
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" slotProps={{ paper: { 'aria-label': 'A snapshot' } }}>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <h2>Snapshot of {momentText(snapshot.takenAt)}</h2>
        <ErrorMessage error={error?.message} />
        {((!look && !error) || busy) && (
          <LinearProgress aria-label={busy ? 'Putting it in place' : 'Looking into the snapshot'} />
        )}
        {look && <Both look={look} at={snapshot.takenAt} />}
        {look && (
          <div className="note">
            Put in place, the whole record is as it was then: what was entered since is only in the snapshot that is
            taken before.
          </div>
        )}
        <ErrorMessage error={refused} />
        <Row gap="near" end>
          <Button onClick={onClose}>Leave it</Button>
          {look && (
            <Button variant="contained" color="primary" disabled={busy} onClick={() => void restore()}>
              Put it in place
            </Button>
          )}
        </Row>
      </DialogContent>
    </Dialog>
  );
}

/** Snapshots of the whole record: those that are kept, one more, and what one holds. */
export function SnapshotsPanel() {
  const { data, error } = useSnapshots();
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [looking, setLooking] = useState<Snapshot | null>(null);
  const take = async () => {
    setBusy(true);
    setRefused(null);
    try {
      await change(takeSnapshot, {});
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Pile as="section" aria-label="Snapshots" gap="close" top>
      <h2>Snapshots</h2>
      <Text className="soft" maxWidth={420}>
        {data?.snapshots === null
          ? 'The database is on a server: its snapshots are kept there.'
          : 'The whole record in a file, taken each day of use and before a new version; the newest fourteen are kept in the folder backups beside the data. Copy them to another disk.'}
      </Text>
      <ErrorMessage error={error?.message ?? refused} />
      {busy && <LinearProgress aria-label="Taking a snapshot" />}
      <Area maxHeight={260} scroll>
        {data?.snapshots?.map((snapshot) => (
          <div key={snapshot.name} className="row">
            <Text grow>
              {momentText(snapshot.takenAt)} <span className="soft">{REASONS[snapshot.reason]}</span>
            </Text>
            <span className="mono soft">{(snapshot.bytes / 1e6).toFixed(1)} MB</span>
            <Button onClick={() => setLooking(snapshot)}>Look</Button>
          </div>
        ))}
      </Area>
      {data?.snapshots && (
        <Button onClick={() => void take()} disabled={busy} sx={{ justifySelf: 'start' }}>
          Take one now
        </Button>
      )}
      <Text className="soft" maxWidth={420}>
        <a href={`/api${shopFile.path}`} download>
          The whole shop in a file
        </a>{' '}
        that is read without this program: JSON and pictures. Another shop brings it in from its list of jobs.
      </Text>
      {looking && <Look snapshot={looking} onClose={() => setLooking(null)} />}
    </Pile>
  );
}
