import type { Spectrum } from '../../../core/colour/grid.ts';
import type { Light } from '../../../core/colour/lights.ts';
import type { Noted } from '../../../shared/notebook.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { layerWords } from '../layers/layer-words.ts';
import { Area, Row, Text } from '../layout.tsx';
import { useTold } from '../use-told.ts';
import { NotedPicture } from './NotedPicture.tsx';
import { KNOWN_WORDS, notedName, VERDICT_WORDS } from './words.ts';

/** As high as every row is: a list is drawn where it is looked at. */
export const ROW_HEIGHT = 100;

const dayText = (at: string) =>
  new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });

/** What is known of a thing beside its name, in a line. */
const beside = ({ job, kind, at, people, words }: Noted): string =>
  [job && `${job.customer}, ${job.piece}`, kind !== 'rack' && dayText(at), people.join(', '), words && `“${words}”`]
    .filter(Boolean)
    .join(' · ');

/** A thing of the notebook in a list: its picture, its layers, and how far it is from what is sought. */
export function NotedRow({
  noted,
  sought,
  shelf,
  light,
  chosen,
  onChoose,
}: {
  noted: Noted;
  sought: Spectrum | null;
  shelf: Shelf;
  light: Light;
  chosen: boolean;
  onChoose: () => void;
}) {
  const { words, bare } = useTold();
  const { away, off, verdict, known, stack } = noted;
  const wood = shelf.species.find((s) => s.id === noted.speciesId)?.name;
  return (
    <Row
      as="button"
      type="button"
      className={`notedrow${chosen ? ' chosen' : ''}`}
      gap="apart"
      height={ROW_HEIGHT}
      width="100%"
      line
      aria-pressed={chosen}
      onClick={onChoose}
    >
      <Area still pad="close" on="work" width={236}>
        <NotedPicture noted={noted} sought={sought} shelf={shelf} light={light} height={56} />
      </Area>
      <Area grow minWidth={0}>
        <Text as="div" className="oneline">
          <b>{notedName(noted)}</b> {wood && <span className="soft">{wood}</span>}
        </Text>
        <Text as="div" className="oneline">
          {stack.length > 0 ? stack.map((l) => layerWords(l, shelf)).join(', ') : 'raw'}
        </Text>
        <Text as="div" size="small" className="oneline soft">
          {beside(noted)}
        </Text>
      </Area>
      <Area still width={120} padRight="close">
        {away !== null && (
          <Text as="div" size="large" right className={words ? '' : 'mono'}>
            {bare(away)}
          </Text>
        )}
        <Text as="div" size="small" right>
          {verdict === 'missed' && off !== null ? `${bare(off)} off` : verdict && VERDICT_WORDS[verdict]}
        </Text>
        <Text as="div" size="small" right className="soft">
          {known && KNOWN_WORDS[known]}
        </Text>
      </Area>
    </Row>
  );
}
