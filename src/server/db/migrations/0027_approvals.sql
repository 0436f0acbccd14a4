-- What was approved of a board, as a file under its hash: what is learned or changed later changes nothing of it. One that came
-- from another shop is of no board here.
create table approval (
  id uuid primary key,
  board_id uuid references board (id),
  version int not null,
  hash text not null,
  file text not null,
  words text not null,
  customer text,
  differs jsonb not null,
  person_id uuid references person (id),
  approved_at timestamptz not null,
  unique (board_id, version)
);
create index approval_by on approval (person_id);
