-- The target of a job held against what stands on the rack: boards from before, boards of other jobs, rungs of ladders.
-- `things` are what it was held against, the nearest first, each with its colour as it was known then.
create table held (
  id uuid primary key,
  job_id uuid not null references job(id),
  things jsonb not null,
  light text not null,
  said jsonb,
  words text not null,
  swapped boolean not null,
  person_id uuid references person(id),
  seen_at timestamptz not null,
  deleted_at timestamptz
);
create index held_job on held (job_id);
create index held_person on held (person_id);
