import { type Lab, labOf } from '../../core/colour/lab.ts';
import type { Job } from '../../shared/job.ts';
import type { KeptField } from '../../shared/picture.ts';
import { stageMean } from '../board/stages.ts';
import { pictured } from './belief.ts';
import { targetOf } from './target.ts';

/** What of a thing in a picture was read or typed; null where nothing was. */
function knownOf(job: Job, field: KeptField): Lab | null {
  if (field.thing === 'grey') return null;
  if (field.thing === 'rack') return field.on.known === 'foreseen' ? null : (field.on.lab as Lab);
  if (field.thing === 'target') {
    const target = targetOf({ ...job, target: job.target.filter((r) => r.source !== 'words') });
    return target && labOf(target.reflectance);
  }
  const board = job.woods.flatMap((w) => w.boards).find((b) => b.id === field.board);
  if (!board?.readings.some((r) => r.stage === field.stage && r.source !== 'picture')) return null;
  const mean = stageMean(board, field.stage);
  return mean && labOf(mean);
}

/** Of what lies in a picture, the colours that were read or typed, by how a belief calls the things. */
export const knownInPicture = (job: Job, fields: readonly KeptField[]): Map<string, Lab> =>
  new Map(
    fields.flatMap((field): [string, Lab][] => {
      const [id, lab] = [pictured(field), knownOf(job, field)];
      return id && lab ? [[id, lab]] : [];
    }),
  );
