-- A target may have two tones, read apart, and more to it than colour; it is revised, never overwritten.
alter table reading
  drop constraint reading_zone_check,
  add constraint reading_zone_check check (zone in ('face', 'ground', 'grain', 'edge', 'end', 'profile', 'knot')),
  drop constraint reading_source_check,
  add constraint reading_source_check check (source in ('file', 'typed', 'instrument', 'rack', 'words')),
  -- Which target of its job it belongs to; of a board always the first.
  add column revision int not null default 1 check (revision > 0);
alter table job
  add column revision int not null default 1 check (revision > 0),
  add column grain_tolerance float8 check (grain_tolerance > 0 and grain_tolerance < 'Infinity'),
  add column wishes jsonb not null default '{}',
  -- Means of the target's two tones, beside that of its face.
  add column ground_grid float8[] check (is_spectrum(ground_grid)),
  add column grain_grid float8[] check (is_spectrum(grain_grid));
-- What a job was matched to before its target was revised; its readings keep the number.
create table past_target (
  job_id uuid not null references job(id),
  revision int not null check (revision > 0),
  why text not null check (length(why) between 1 and 200),
  tolerance float8 not null,
  grain_tolerance float8,
  wishes jsonb not null,
  grid float8[] not null check (is_spectrum(grid)),
  person_id uuid references person(id),
  revised_at timestamptz not null default now(),
  primary key (job_id, revision)
);
create index on past_target (person_id);

-- One species may stand in a job more than once: solid and veneer, two grits. The code is its name in addresses and on labels.
alter table job_wood
  drop constraint job_wood_job_id_species_id_key,
  add column label text not null default '' check (length(label) <= 30),
  add column code text;
update job_wood set code = species_id;
alter table job_wood
  alter column code set not null,
  add constraint job_wood_code_once unique (job_id, code);
alter table part
  drop constraint part_zones_check,
  add constraint part_zones_check
    check (cardinality(zones) > 0 and zones <@ array['face', 'edge', 'end', 'profile']);

-- A board that is odd among its pile is set apart, with the reason; how a finished one looks and feels beside its colour.
alter table board
  add column apart text check (length(apart) between 1 and 120),
  add column finish jsonb not null default '{}';

-- Versions of a wood's layers, kept by name; a version is never changed.
create table stack_version (
  id uuid primary key,
  job_wood_id uuid not null references job_wood(id),
  number int not null,
  name text not null check (length(name) between 1 and 60),
  stack jsonb not null,
  person_id uuid references person(id),
  created_at timestamptz not null default now(),
  put_away_at timestamptz,
  unique (job_wood_id, number)
);
create index on stack_version (person_id);
