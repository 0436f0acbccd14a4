import { Button, Link } from '@mui/material';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import type { Spectrum } from '../../../core/colour/grid.ts';
import type { Light } from '../../../core/colour/lights.ts';
import { layerLine } from '../../../core/said/sentence.ts';
import { materialsOf } from '../../../record/shelf/materials.ts';
import type { Noted } from '../../../shared/notebook.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { Area, Pile, Row, Text } from '../layout.tsx';
import { labText } from '../numbers.ts';
import { useTold } from '../use-told.ts';
import { Lineage } from './Lineage.tsx';
import { NotedPicture } from './NotedPicture.tsx';
import { RepeatDialog } from './RepeatDialog.tsx';
import { KNOWN_WORDS, notebookNear, notedName, notedPlace, VERDICT_WORDS } from './words.ts';

/** All that is known of a thing of the notebook, and what can be done with it. */
export function NotedDetail({
  noted,
  sought,
  shelf,
  light,
  onClose,
}: {
  noted: Noted;
  sought: Spectrum | null;
  shelf: Shelf;
  light: Light;
  onClose: () => void;
}) {
  const { miss, words: told } = useTold();
  const { job, stack, words, people, verdict, off, known, doubt, lab, away } = noted;
  const [repeating, setRepeating] = useState(false);
  const materials = materialsOf(shelf);
  return (
    <Pile gap="near" top>
      <Row between>
        <h2>{notedName(noted)}</h2>
        <Button aria-label="Close" onClick={onClose}>
          ×
        </Button>
      </Row>
      <Area pad="close" on="work">
        <NotedPicture noted={noted} sought={sought} shelf={shelf} light={light} height={96} />
      </Area>
      <Row gap="near" wrap>
        {noted.board && stack.length > 0 && <Button onClick={() => setRepeating(true)}>Make it again</Button>}
        <Button component={RouterLink} to={notedPlace(noted)} variant="contained" color="primary">
          {job ? `Open job ${job.number}` : noted.kind === 'batch' ? 'Open the shelf' : 'Open the rack'}
        </Button>
        {lab && (
          <Link component={RouterLink} to={notebookNear(noted)}>
            What is near this
          </Link>
        )}
      </Row>
      {away !== null && <Text size="lead">{miss(away)} from what is looked for</Text>}
      {lab && known && (
        <Text className={told ? '' : 'mono'}>
          {!told && labText(lab)} {KNOWN_WORDS[known]}
          {doubt !== null && doubt > 0.6 && `, give or take ${miss(doubt)}`}
        </Text>
      )}
      {verdict && (
        <Text>
          {VERDICT_WORDS[verdict]}
          {off !== null && `, ${miss(off)} from its target`}
        </Text>
      )}
      {stack.length > 0 && (
        <ol className="lines">
          {stack.map((layer, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a layer is known by its place
            <li key={i}>{layerLine(layer, materials)}</li>
          ))}
        </ol>
      )}
      {words && <Text>“{words}”</Text>}
      {people.length > 0 && <Text className="soft">{people.join(', ')}</Text>}
      {job && (
        <Text className="soft">
          {job.customer}, {job.piece}
        </Text>
      )}
      {job && noted.board && <Lineage job={job.number} board={noted.board.id} shelf={shelf} />}
      {repeating && <RepeatDialog noted={noted} shelf={shelf} onClose={() => setRepeating(false)} />}
    </Pile>
  );
}
