-- What a job was quoted at, and the hours that it really took.
create table quote (
  id uuid primary key,
  job_id uuid not null references job (id),
  number int not null,
  terms jsonb not null,
  lines jsonb not null,
  made_at timestamptz not null,
  unique (job_id, number)
);
create table hours_worked (
  id uuid primary key,
  job_id uuid not null references job (id),
  hours double precision not null,
  what text not null,
  at timestamptz not null,
  person_id uuid references person (id),
  deleted_at timestamptz
);
create index hours_of_job on hours_worked (job_id);
create index hours_by on hours_worked (person_id);
