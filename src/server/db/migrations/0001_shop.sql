-- The shelf: woods, colourants with their ladders, sealers and clears.
create table species (
  id text primary key,
  name text not null,
  figure text not null,
  tannin int not null,
  bare_k2 float8,
  tissues jsonb not null,
  created_at timestamptz not null default now()
);

create table colourant (
  id text primary key,
  name text not null,
  kind text not null,
  carrier text not null,
  max_strength float8 not null,
  absorption float8[],
  scatter float8[],
  exponent float8 not null default 1,
  cost_per_gram float8 not null default 0,
  lot text not null default '',
  caution text not null default '',
  fit jsonb,
  created_at timestamptz not null default now()
);

create table ladder_rung (
  id bigint generated always as identity primary key,
  colourant_id text not null references colourant(id),
  species_id text not null references species(id),
  strength float8 not null check (strength > 0),
  before float8[] not null,
  after float8[] not null
);

create table medium (
  id text primary key,
  name text not null,
  kind text not null,
  carrier text not null,
  k1 float8,
  k2 float8 not null,
  tint float8[] not null,
  caution text not null default '',
  created_at timestamptz not null default now()
);

-- Jobs and what belongs to them.
create table job (
  id bigint generated always as identity primary key,
  customer text not null,
  piece text not null,
  tolerance float8 not null check (tolerance > 0),
  created_at timestamptz not null default now(),
  deleted_at timestamptz
);

create table job_wood (
  id bigint generated always as identity primary key,
  job_id bigint not null references job(id),
  species_id text not null references species(id),
  preparation jsonb not null,
  draft jsonb,
  created_at timestamptz not null default now(),
  unique (job_id, species_id)
);

-- A recipe is never changed; a new one gets the next number.
create table recipe (
  id bigint generated always as identity primary key,
  job_wood_id bigint not null references job_wood(id),
  number int not null,
  stack jsonb not null,
  litres float8 not null,
  origin text not null,
  expected float8[][] not null,
  learned_from text[] not null,
  created_at timestamptz not null default now(),
  unique (job_wood_id, number)
);

create table board (
  id bigint generated always as identity primary key,
  job_wood_id bigint not null references job_wood(id),
  number int not null,
  recipe_id bigint references recipe(id),
  created_at timestamptz not null default now(),
  unique (job_wood_id, number)
);

-- A reading belongs to a job's target or to a stage of a board (stage 0 = raw).
create table reading (
  id bigint generated always as identity primary key,
  job_id bigint references job(id),
  board_id bigint references board(id),
  stage int,
  source text not null,
  name text not null,
  wavelengths float8[],
  measured float8[],
  lab float8[],
  grid float8[] not null,
  taken_at timestamptz not null default now(),
  deleted_at timestamptz,
  check ((job_id is null) <> (board_id is null)),
  check ((board_id is null) = (stage is null)),
  check ((wavelengths is null) = (measured is null)),
  check ((measured is null) <> (lab is null))
);
create index reading_by_job on reading(job_id);
create index reading_by_board on reading(board_id, stage);

-- What was learned, with the boards that taught it; the newest row of a job is in force.
create table knowledge (
  id bigint generated always as identity primary key,
  job_id bigint not null references job(id),
  evidence text not null,
  content jsonb not null,
  created_at timestamptz not null default now(),
  unique (job_id, evidence)
);

-- Everything that happened on the bench.
create table event (
  id bigint generated always as identity primary key,
  kind text not null,
  job_id bigint references job(id),
  board_id bigint references board(id),
  person text not null default '',
  detail jsonb not null default '{}',
  at timestamptz not null default now()
);
