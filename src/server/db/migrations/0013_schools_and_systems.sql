-- The schools that the shop follows, by question, and the tools that are at hand; all of them until somebody says otherwise.
alter table house add column schools jsonb not null default '{}';
alter table house add column tools jsonb not null
  default '["spray-gun", "booth", "extraction", "warm-cupboard", "scale", "instrument"]';

-- Whole ways to finish that the shop has kept: by what their products are, not by their names here.
create table kept_system (
  id uuid primary key,
  content jsonb not null,
  version int not null default 1,
  archived_at timestamptz,
  created_at timestamptz not null default now()
);

-- What went wrong with a board, where it came from in the end, and the hours that it cost.
create table fault_found (
  id uuid primary key,
  board_id uuid not null references board(id),
  stage int not null check (stage between 0 and 16),
  fault text not null,
  cause text not null,
  hours float8 not null check (hours >= 0 and hours < 'Infinity'),
  note text not null default '',
  person_id uuid references person(id),
  found_at timestamptz not null default now(),
  deleted_at timestamptz
);
create index on fault_found (board_id);
create index on fault_found (person_id);
