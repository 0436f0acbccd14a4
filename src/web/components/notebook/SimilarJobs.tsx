import { DAYLIGHT } from '../../../core/colour/lights.ts';
import { median } from '../../../core/judge/statistics.ts';
import type { Job } from '../../../shared/job.ts';
import type { SimilarJob } from '../../../shared/similar.ts';
import { useShelf } from '../../hooks/api.ts';
import { useSimilarJobs } from '../../hooks/notebook.ts';
import { Area, Pile, PlainLink, Row, Text } from '../layout.tsx';
import { hoursText } from '../numbers.ts';
import { useTold } from '../use-told.ts';
import { NotedPicture } from './NotedPicture.tsx';
import { notebookNear, notedName, notedPlace } from './words.ts';

const SEASONS = [
  'winter',
  'winter',
  'spring',
  'spring',
  'spring',
  'summer',
  'summer',
  'summer',
  'autumn',
  'autumn',
  'autumn',
  'winter',
];
/** `in spring 2025` */
const whenText = (at: string): string => {
  const day = new Date(at);
  return `in ${SEASONS[day.getMonth()]} ${day.getFullYear()}`;
};

/** What became of targets like this one, all of them together. */
function becameText(jobs: readonly SimilarJob[]): string {
  const woods = jobs.flatMap((j) => j.woods);
  const matched = woods.filter((w) => w.matched);
  const hours = jobs.filter((j) => j.hours > 0).map((j) => j.hours);
  const lost = jobs.reduce((sum, j) => sum + j.lost, 0);
  const faults = [...new Set(jobs.flatMap((j) => j.faults))];
  return [
    `${jobs.length} ${jobs.length === 1 ? 'target' : 'targets'} like this: ${matched.length} of ${woods.length} woods matched`,
    matched.length > 0 && `half of them with ${Math.ceil(median(matched.map((w) => w.boards)))} boards or fewer`,
    hours.length > 0 && `${hoursText(median(hours))} of work`,
    lost > 0 && `${hoursText(lost)} lost to ${faults.map((f) => f.toLowerCase()).join(', ')}`,
  ]
    .filter(Boolean)
    .join('; ');
}

/** One of the nearest boards with its sentence: two stand side by side where there is the room. */
const NEAREST_WIDTH = 360;

/** What jobs before tell of this one: the nearest boards that were made, and what became of targets like it. Nothing where none do. */
export function SimilarJobs({ job: { id, number } }: { job: Pick<Job, 'id' | 'number'> }) {
  const { data } = useSimilarJobs(number);
  const { data: shelf } = useShelf();
  const { miss } = useTold();
  if (!data || !shelf || (data.jobs.length === 0 && data.boards.length === 0)) return null;
  return (
    <Pile as="section" aria-label="Jobs like this" gap="close" top>
      <h2>Jobs like this</h2>
      <Row gap="apart" wrap>
        {data.boards.map((noted) => (
          <Row key={noted.id} gap="close" grow minWidth={NEAREST_WIDTH}>
            <Area still width={176} pad="hair" on="work">
              <NotedPicture noted={noted} sought={null} shelf={shelf} light={DAYLIGHT} height={36} />
            </Area>
            <Text grow>
              You came within {miss(noted.away ?? 0)} of this on{' '}
              {shelf.species.find((s) => s.id === noted.speciesId)?.name.toLowerCase()} {whenText(noted.at)}:{' '}
              <PlainLink to={notedPlace(noted)}>{notedName(noted)}</PlainLink>
            </Text>
          </Row>
        ))}
      </Row>
      {data.jobs.length > 0 && (
        <Text>
          {becameText(data.jobs)}.{' '}
          <PlainLink to={`${notebookNear({ kind: 'target', id, part: 0 })}&kinds=target`}>See them</PlainLink>
        </Text>
      )}
    </Pile>
  );
}
