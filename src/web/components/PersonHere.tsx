import { ButtonBase, Menu, MenuItem } from '@mui/material';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { onTheShelf } from '../../record/shelf/materials.ts';
import { useHouse } from '../hooks/api.ts';
import { choosePerson, usePersonHere } from '../hooks/person.ts';

/** Who works at this bench, at the foot of the rail: what is done is written down under this name. */
export function PersonHere() {
  const { data: house } = useHouse();
  const here = usePersonHere();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const go = useNavigate();
  const people = onTheShelf(house?.people ?? []);
  const person = people.find((p) => p.id === here);
  const choose = (id: string | null) => {
    choosePerson(id);
    setAnchor(null);
  };
  return (
    <>
      <ButtonBase
        aria-label={`At the bench: ${person?.name ?? 'nobody chosen'}`}
        aria-haspopup="menu"
        onClick={(e) => setAnchor(e.currentTarget)}
        className="person"
        sx={{ display: 'block', padding: '10px 2px 14px', minHeight: 62, font: 'inherit' }}
      >
        <b className="initials">{person?.initials ?? '–'}</b>
        <span>{person?.name ?? 'Who?'}</span>
      </ButtonBase>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {people.map((p) => (
          <MenuItem key={p.id} selected={p.id === here} onClick={() => choose(p.id)}>
            {p.name}
          </MenuItem>
        ))}
        {person && <MenuItem onClick={() => choose(null)}>Nobody in particular</MenuItem>}
        <MenuItem
          onClick={() => {
            setAnchor(null);
            void go('/house');
          }}
        >
          {people.length > 0 ? 'People of the house …' : 'Name the people of the house …'}
        </MenuItem>
      </Menu>
    </>
  );
}
