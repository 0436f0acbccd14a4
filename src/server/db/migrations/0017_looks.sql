-- What somebody saw of a board after a stage, held edge to edge against its target or against another board of its job, and
-- under which light. `said` is a list of { direction, size }: empty where they look the same, null where nobody could tell.
create table look (
  id uuid primary key,
  board_id uuid not null references board (id),
  stage int not null,
  against_id uuid references board (id),
  against_stage int,
  light text not null,
  said jsonb,
  words text not null default '',
  person_id uuid references person (id),
  seen_at timestamptz not null default now(),
  deleted_at timestamptz,
  constraint against_a_stage check ((against_id is null) = (against_stage is null))
);
create index look_of_board on look (board_id) where deleted_at is null;
create index look_against on look (against_id);
create index look_of_person on look (person_id);
