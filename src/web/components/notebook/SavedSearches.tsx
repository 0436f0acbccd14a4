import { Button, Menu, MenuItem } from '@mui/material';
import { useState } from 'react';
import { archiveSearch, restoreSearch, saveSearch } from '../../../shared/contract/notebook.ts';
import { NewSavedSearch } from '../../../shared/notebook.ts';
import { change } from '../../hooks/api.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useSavedSearches } from '../../hooks/notebook.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { Row } from '../layout.tsx';
import { useAttempt, useToast } from '../Toast.tsx';
import { TypedField } from '../TypedField.tsx';

/** Searches that are kept: gone to, put away; and the one that is in hand, kept by a name. */
export function SavedSearches({ query, onChoose }: { query: string; onChoose: (search: string) => void }) {
  const { data } = useSavedSearches();
  const [menu, setMenu] = useState<HTMLElement | null>(null);
  const [naming, setNaming] = useState(false);
  const say = useToast();
  const attempt = useAttempt();
  const searches = data?.searches ?? [];
  const putAway = ({ id, name }: NewSavedSearch) =>
    attempt(async () => {
      await change(archiveSearch, { search: id });
      say({ text: `${name} put away.`, undo: () => change(restoreSearch, { search: id }) });
    });
  return (
    <>
      {searches.length > 0 && (
        <Button aria-haspopup="menu" onClick={(e) => setMenu(e.currentTarget)}>
          Kept searches
        </Button>
      )}
      {query !== '' && !searches.some((s) => s.search === query) && (
        <Button onClick={() => setNaming(true)}>Keep this search</Button>
      )}
      <Menu anchorEl={menu} open={menu !== null} onClose={() => setMenu(null)}>
        {searches.map((search) => (
          <MenuItem
            key={search.id}
            onClick={() => {
              setMenu(null);
              onChoose(search.search);
            }}
          >
            <Row gap="wide" between width="100%">
              {search.name}
              <Button
                size="small"
                onClick={(e) => {
                  e.stopPropagation();
                  void putAway(search);
                }}
              >
                Put away
              </Button>
            </Row>
          </MenuItem>
        ))}
      </Menu>
      {naming && <KeepSearch query={query} onClose={() => setNaming(false)} />}
    </>
  );
}

function KeepSearch({ query, onClose }: { query: string; onClose: () => void }) {
  const id = useNextId();
  const { form, submit, error, busy } = useTypedForm({
    keep: 'notebook/search',
    blank: { name: '' },
    read: ({ name }: { name: string }) => ({ name, search: query }),
    shape: NewSavedSearch.omit({ id: true }),
    save: async (now) => {
      await change(saveSearch, {}, { id: id.next(), ...now });
      id.kept();
    },
    onSaved: onClose,
  });
  return (
    <FormDialog
      title="Keep this search"
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy}>Keep</SaveButton>}
    >
      <TypedField control={form.control} name="name" label="Its name" autoFocus />
    </FormDialog>
  );
}
