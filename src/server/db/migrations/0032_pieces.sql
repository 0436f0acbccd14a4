-- Where a part stands, whether it is worked when the piece is put together, which of its zones are coated without being judged,
-- and which other part it is a zone of: with layers of its own, masked while the rest is worked.
alter table part
  add column place text not null default '',
  add column assembled boolean not null default false,
  add column hidden text[] not null default '{}',
  add column zone_of uuid references part (id);
create index part_zone_of on part (zone_of);

-- What is looked for between the layers of pieces, and what was changed in the middle of a run.
create table bench_check (
  id uuid primary key,
  board_id uuid not null references board (id),
  stage int not null,
  what text not null,
  fine boolean not null,
  at timestamptz not null,
  person_id uuid references person (id),
  deleted_at timestamptz
);
create index bench_check_of_board on bench_check (board_id);
create index bench_check_by on bench_check (person_id);

-- Drops of a pot on wood like the approved board's, held beside it before the pot is used: as seen, or as read.
create table draw_down (
  id uuid primary key,
  recipe_id uuid not null references recipe (id),
  stage int not null,
  said jsonb,
  lab double precision[],
  at timestamptz not null,
  person_id uuid references person (id),
  deleted_at timestamptz
);
create index draw_down_of_recipe on draw_down (recipe_id);
create index draw_down_by on draw_down (person_id);

-- The wood of a job as it lies in the pile, piece by piece: against the middle of the pile, or as read.
create table raw_piece (
  id uuid primary key,
  job_wood_id uuid not null references job_wood (id),
  name text not null,
  said jsonb,
  lab double precision[],
  lively boolean not null,
  pair text not null,
  part_id uuid references part (id),
  version int not null default 1,
  added bigint generated always as identity,
  deleted_at timestamptz
);
create index raw_piece_of_wood on raw_piece (job_wood_id);
create index raw_piece_for_part on raw_piece (part_id);

-- The end of a job: where its retained board hangs, what the customer is told, and when it was handed over.
alter table job
  add column retain_place text not null default '',
  add column customer_note text not null default '',
  add column handed_over_at timestamptz;
