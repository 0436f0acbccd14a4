import { Button, LinearProgress } from '@mui/material';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import type { NotebookFound } from '../../shared/notebook.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { ErrorMessage } from '../components/ErrorMessage.tsx';
import { Area, Row } from '../components/layout.tsx';
import { Instead } from '../components/notebook/Instead.tsx';
import { NotebookFilters } from '../components/notebook/NotebookFilters.tsx';
import { NotebookNav } from '../components/notebook/NotebookNav.tsx';
import { NotedDetail } from '../components/notebook/NotedDetail.tsx';
import { NotedList } from '../components/notebook/NotedList.tsx';
import { spectrumOf } from '../components/notebook/NotedPicture.tsx';
import { SavedSearches } from '../components/notebook/SavedSearches.tsx';
import { useShelf } from '../hooks/api.ts';
import { useNotebook } from '../hooks/notebook.ts';

function countWords({ count, countedAll, sought }: NotebookFound): string {
  const many = `${countedAll ? '' : 'more than '}${count.toLocaleString('en-GB')} ${count === 1 ? 'thing' : 'things'}`;
  return sought ? `${many}, the nearest first` : `${many}, the newest first`;
}

function Found({
  query,
  params,
  set,
  shelf,
}: { query: string; shelf: Shelf } & Pick<Parameters<typeof NotebookFilters>[0], 'params' | 'set'>) {
  const { first, things, error, isLoading, more } = useNotebook(query);
  const sought = useMemo(() => first?.sought && spectrumOf(first.sought), [first?.sought]);
  const light = { illuminant: (params.get('light') ?? 'D65') as 'D65', observer: 10 as const };
  const open = params.get('open');
  const chosen = things.find((t) => `${t.kind}/${t.id}/${t.part}` === open);
  return (
    <>
      <Area padX="far" padTop="apart" padBottom="near">
        <NotebookFilters params={params} set={set} shelf={shelf} sought={first?.sought ?? null} />
        <ErrorMessage error={error?.message} />
        {isLoading && <LinearProgress aria-label="Looking through the notebook" />}
        {first && (
          <Row gap="apart" padTop="near" className="soft">
            <span>{countWords(first)}</span>
            {first.wordsTaken && (
              <span>Nothing has these words as they are typed: found for “{first.wordsTaken}”.</span>
            )}
            {first.behind > 0 && <span>{first.behind} jobs are still being noted …</span>}
          </Row>
        )}
      </Area>
      <Row grow gap="none" align="stretch" minHeight={0}>
        <NotedList
          things={things}
          sought={sought ?? null}
          shelf={shelf}
          light={light}
          chosen={chosen}
          onChoose={(noted) => set({ open: noted === chosen ? null : `${noted.kind}/${noted.id}/${noted.part}` })}
          onMore={more}
        >
          {first && things.length === 0 && (
            <Instead found={first} params={params} set={set} shelf={shelf} light={light} />
          )}
        </NotedList>
        {chosen && (
          <Area still scroll width={440} on="plate" pad="apart" as="aside" aria-label="What is known of it">
            <NotedDetail
              noted={chosen}
              sought={sought ?? null}
              shelf={shelf}
              light={light}
              onClose={() => set({ open: null })}
            />
          </Area>
        )}
      </Row>
    </>
  );
}

/** Everything ever made in this shop, found by its colour, its words, or what is on it. */
export function NotebookPage() {
  const [params, setParams] = useSearchParams();
  const { data: shelf, error } = useShelf();
  const set = (changes: Readonly<Record<string, string | null>>) =>
    setParams(
      (now) => {
        for (const [key, value] of Object.entries(changes))
          if (value === null) now.delete(key);
          else now.set(key, value);
        if (!('open' in changes)) now.delete('open');
        return now;
      },
      { replace: true },
    );
  const query = useMemo(() => {
    const asked = new URLSearchParams(params);
    asked.delete('open');
    return asked.toString();
  }, [params]);
  return (
    <>
      <header className="head">
        <h1>Notebook</h1>
        <SavedSearches query={query} onChoose={(search) => setParams(new URLSearchParams(search))} />
        {query && <Button onClick={() => setParams({})}>Everything</Button>}
        <NotebookNav />
      </header>
      <ErrorMessage error={error?.message} />
      {shelf && <Found query={query} params={params} set={set} shelf={shelf} />}
    </>
  );
}
