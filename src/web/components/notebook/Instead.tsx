import { Button } from '@mui/material';
import type { Light } from '../../../core/colour/lights.ts';
import type { NotebookFound } from '../../../shared/notebook.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { Area, Row, Text } from '../layout.tsx';
import { useTold } from '../use-told.ts';
import { NotedPicture, spectrumOf } from './NotedPicture.tsx';
import { notedName } from './words.ts';

/** What was asked and can be let go, in words. */
const WITHOUT: Readonly<Record<string, string>> = {
  within: 'at any distance',
  wood: 'on any wood',
  item: 'with any product',
  lot: 'out of any lot',
  person: 'by anybody',
  system: 'layered in any way',
  verdict: 'whatever came of it',
  words: 'without the words',
  from: 'from any time',
  until: 'until today',
};

/** Nothing is found: what is nearest, each time one thing that was asked is let go. */
export function Instead({
  found: { instead, sought, behind },
  params,
  set,
  shelf,
  light,
}: {
  found: NotebookFound;
  params: URLSearchParams;
  set: (changes: Readonly<Record<string, string | null>>) => void;
  shelf: Shelf;
  light: Light;
}) {
  const { miss } = useTold();
  if (params.size === 0)
    return (
      <p>
        {behind > 0
          ? 'What was made here is being noted.'
          : 'Nothing was made here yet. Every board, recipe, look and fault stands here from the moment that it is made.'}
      </p>
    );
  return (
    <>
      <p>Nothing is so{instead.length > 0 ? '. The nearest to it:' : ', nor near it.'}</p>
      {instead.map(({ without, nearest }) => (
        <Row key={without} gap="apart" padY="close" line>
          <Area still width={220}>
            <NotedPicture
              noted={nearest}
              sought={sought && spectrumOf(sought)}
              shelf={shelf}
              light={light}
              height={44}
            />
          </Area>
          <Text grow>
            {WITHOUT[without] ?? without}: <b>{notedName(nearest)}</b>
            {nearest.away !== null && `, ${miss(nearest.away)} away`}
          </Text>
          <Button onClick={() => set({ [without]: null, within: null })}>Look so</Button>
        </Row>
      ))}
    </>
  );
}
