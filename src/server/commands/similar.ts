import { labOf } from '../../core/colour/lab.ts';
import { faultOf } from '../../core/faults/index.ts';
import { targetOf } from '../../record/job/target.ts';
import { type NotebookQuery, type Noted, NotebookQuery as Query } from '../../shared/notebook.ts';
import type { JobsLike } from '../../shared/similar.ts';
import { nearestNoted } from '../repositories/notebook.ts';
import { hoursSpent, woodsBecame } from '../repositories/similar.ts';
import { wholeJob } from './jobs.ts';
import { noteWhatChanged } from './notebook.ts';
import type { Shop } from './shop.ts';

/** Targets farther than this are another colour; and so many are looked at. CIEDE2000 */
const [ALIKE, MOST] = [6, 40];
/** Boards that are gone through for those of other jobs. */
const MOST_BOARDS = 60;
const asked = (kinds: NotebookQuery['kinds'], wood?: string) => Query.parse({ kinds: kinds.join(','), wood });

/** What other jobs tell of one: targets like its own and what became of them, and the boards that came nearest to it. */
export async function similarJobs({ db }: Pick<Shop, 'db'>, code: string): Promise<JobsLike> {
  await noteWhatChanged({ db });
  const job = await wholeJob(db, code);
  const target = targetOf(job);
  if (!target) return { jobs: [], boards: [] };
  const sought = { lab: labOf(target.reflectance), light: 'D65' as const, within: ALIKE };
  const found = async (kinds: NotebookQuery['kinds'], most: number, wood?: string): Promise<Noted[]> =>
    (await nearestNoted(db, sought, asked(kinds, wood), 0, most)).filter((n) => n.job?.id !== job.id);
  const targets = await found(['target'], MOST);
  const ids = targets.flatMap((t) => t.job?.id ?? []);
  const [woods, spent] = [await woodsBecame(db, ids), await hoursSpent(db, ids)];
  const boards: Noted[] = [];
  const species = [...new Set(job.woods.map((w) => w.speciesId))];
  for (const wood of species.length > 0 ? species : [undefined])
    boards.push(...(await found(['board'], MOST_BOARDS, wood)).filter((b) => b.stack.length > 0).slice(0, 1));
  return {
    boards,
    jobs: targets.flatMap(({ job: of, at, away }) => {
      if (!of || away === null) return [];
      const { hours = 0, lost = 0, faults = [] } = spent.find((s) => s.id === of.id) ?? {};
      const { number, customer, piece } = of;
      return [
        {
          number,
          customer,
          piece,
          at,
          away,
          woods: woods.filter((w) => w.id === of.id).map(({ id: _, ...wood }) => wood),
          hours,
          lost,
          faults: faults.map((fault) => faultOf(fault)?.name ?? fault),
        },
      ];
    }),
  };
}
