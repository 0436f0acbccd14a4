-- What came in out of a file of jobs, row by row, so that it can be taken out again as one.
create table brought (
  id uuid primary key,
  name text not null,
  rows jsonb not null,
  person_id uuid references person (id),
  at timestamptz not null default shop_now(),
  undone_at timestamptz
);
create index brought_by on brought (person_id);
