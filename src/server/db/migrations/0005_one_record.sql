-- One record. Ids are made by whoever makes the thing; a board keeps what it was; a coat put on is a record of its own;
-- everything that can be edited has a version; every change is an event. Old data is carried over.
create schema before;
alter table species set schema before;
alter table colourant set schema before;
alter table ladder_rung set schema before;
alter table medium set schema before;
alter table coat_sample set schema before;
alter table job set schema before;
alter table job_wood set schema before;
alter table recipe set schema before;
alter table board set schema before;
alter table reading set schema before;
alter table knowledge set schema before;
alter table event set schema before;

-- Every number is a number: neither NaN nor infinite, and none is missing.
create function all_finite(numbers float8[]) returns boolean language sql immutable parallel safe as $$
  select coalesce(bool_and(n is not null and n > '-Infinity'::float8 and n < 'Infinity'::float8), true)
  from unnest(numbers) as n
$$;
-- 31 values, 400-700 nm by 10 nm.
create function is_spectrum(numbers float8[]) returns boolean language sql immutable parallel safe as $$
  select cardinality(numbers) = 31 and all_finite(numbers)
$$;

-- Numbers that are given out one by one: jobs, and the stamp of evidence.
create table counter (
  name text primary key,
  value int not null
);

-- The house.
create table person (
  id uuid primary key,
  name text not null,
  initials text not null,
  version int not null default 1,
  archived_at timestamptz,
  created_at timestamptz not null default now()
);
create table instrument (
  id uuid primary key,
  name text not null,
  geometry text not null,
  note text not null,
  version int not null default 1,
  archived_at timestamptz,
  created_at timestamptz not null default now()
);
create table house (
  one boolean primary key default true check (one),
  units text not null default 'metric' check (units in ('metric', 'us')),
  lights jsonb not null default '{"D65": 1, "A": 0, "LED": 0, "F11": 0}',
  version int not null default 1
);
insert into house default values;

-- The shelf: woods, colourants with their ladders, sealers and clears; each version as it was is kept beside them.
create table species (
  id text primary key check (id ~ '^[a-z0-9-]{1,40}$'),
  name text not null,
  figure text not null check (figure in ('straight', 'cathedral', 'rays', 'pores')),
  tannin int not null check (tannin between 0 and 3),
  tissues jsonb not null check (jsonb_array_length(tissues) between 1 and 3),
  version int not null default 1,
  archived_at timestamptz,
  created_at timestamptz not null default now()
);
create table colourant (
  id text primary key check (id ~ '^[a-z0-9-]{1,40}$'),
  name text not null,
  kind text not null check (kind in ('dye', 'pigment', 'ink', 'reactive')),
  carrier text not null check (carrier in ('water', 'alcohol', 'solvent', 'oil')),
  max_strength float8 not null check (max_strength > 0 and max_strength < 'Infinity'),
  absorption float8[] check (is_spectrum(absorption)),
  scatter float8[] check (is_spectrum(scatter)),
  exponent float8 not null default 1 check (exponent > 0 and exponent < 'Infinity'),
  cost_per_gram float8 not null default 0 check (cost_per_gram >= 0 and cost_per_gram < 'Infinity'),
  lot text not null default '',
  caution text not null default '',
  fit jsonb,
  version int not null default 1,
  archived_at timestamptz,
  created_at timestamptz not null default now(),
  check ((absorption is null) = (scatter is null))
);
create table ladder_rung (
  id uuid primary key,
  colourant_id text not null references colourant(id),
  species_id text not null references species(id),
  strength float8 not null check (strength > 0 and strength < 'Infinity'),
  before float8[] not null check (is_spectrum(before)),
  after float8[] not null check (is_spectrum(after)),
  version int not null default 1,
  created_at timestamptz not null default now(),
  deleted_at timestamptz
);
create index on ladder_rung (colourant_id);
create index on ladder_rung (species_id);
create table medium (
  id text primary key check (id ~ '^[a-z0-9-]{1,40}$'),
  name text not null,
  kind text not null check (kind in ('sealer', 'oil', 'clear')),
  carrier text not null check (carrier in ('water', 'alcohol', 'solvent', 'oil')),
  k1 float8 check (k1 >= 0 and k1 < 1),
  k2 float8 not null check (k2 >= 0 and k2 < 1),
  tint float8[] not null check (is_spectrum(tint)),
  caution text not null default '',
  fit_error float8[] not null default '{}' check (all_finite(fit_error)),
  version int not null default 1,
  archived_at timestamptz,
  created_at timestamptz not null default now()
);
create table coat_sample (
  id uuid primary key,
  medium_id text not null references medium(id),
  species_id text not null references species(id),
  coats int not null check (coats between 1 and 8),
  before float8[] not null check (is_spectrum(before)),
  after float8[] not null check (is_spectrum(after)),
  created_at timestamptz not null default now(),
  deleted_at timestamptz
);
create index on coat_sample (medium_id);
create index on coat_sample (species_id);
create table shelf_version (
  kind text not null check (kind in ('species', 'colourant', 'medium')),
  item_id text not null,
  version int not null,
  content jsonb not null,
  at timestamptz not null default now(),
  primary key (kind, item_id, version)
);

-- Jobs and what belongs to them.
create table job (
  id uuid primary key,
  number int not null unique,
  customer text not null,
  piece text not null,
  tolerance float8 not null check (tolerance > 0 and tolerance < 'Infinity'),
  lights jsonb not null,
  target_grid float8[] check (is_spectrum(target_grid)),
  target_lab float8[] check (cardinality(target_lab) = 3 and all_finite(target_lab)),
  version int not null default 1,
  created_at timestamptz not null default now(),
  deleted_at timestamptz
);
create table job_wood (
  id uuid primary key,
  job_id uuid not null references job(id),
  species_id text not null references species(id),
  preparation jsonb not null,
  preparation_version int not null default 1,
  draft jsonb,
  draft_version int not null default 1,
  offcuts int check (offcuts >= 0),
  offcuts_taken int not null default 0,
  offcuts_version int not null default 1,
  boards_made int not null default 0,
  recipes_made int not null default 0,
  created_at timestamptz not null default now(),
  unique (job_id, species_id)
);
create index on job_wood (species_id);
create table part (
  id uuid primary key,
  job_id uuid not null references job(id),
  wood_id uuid references job_wood(id),
  name text not null,
  count int not null check (count > 0),
  length float8 not null check (length > 0 and length < 'Infinity'),
  width float8 not null check (width > 0 and width < 'Infinity'),
  thickness float8 check (thickness > 0 and thickness < 'Infinity'),
  faces int not null check (faces in (1, 2)),
  zones text[] not null check (cardinality(zones) > 0 and zones <@ array['face', 'edge', 'end']),
  version int not null default 1,
  created_at timestamptz not null default now(),
  deleted_at timestamptz
);
create index on part (job_id);
create index on part (wood_id);

-- What was learned, with the stamp of the evidence it was learned from.
create table knowledge (
  id uuid primary key,
  job_id uuid not null references job(id),
  evidence int not null,
  content jsonb not null,
  created_at timestamptz not null default now()
);
create index on knowledge (job_id, created_at);

-- A recipe is never changed; a new one gets the next number. It keeps what it was predicted with.
create table recipe (
  id uuid primary key,
  job_wood_id uuid not null references job_wood(id),
  number int not null,
  stack jsonb not null,
  litres float8 not null check (litres > 0 and litres < 'Infinity'),
  origin text not null check (origin in ('search', 'hand', 'corrected', 'from-here')),
  preparation jsonb not null,
  made_with jsonb not null,
  knowledge_id uuid references knowledge(id),
  expected float8[][] not null check (all_finite(expected)),
  learned_from text[] not null,
  created_at timestamptz not null default now(),
  unique (job_wood_id, number),
  unique (id, job_wood_id)
);
create index on recipe (knowledge_id);
create table board (
  id uuid primary key,
  job_wood_id uuid not null references job_wood(id),
  number int not null,
  recipe_id uuid,
  -- What it was when colour went on; follows its wood before that.
  preparation jsonb,
  version int not null default 1,
  -- When what it teaches last changed, by the counter of that name.
  evidence int not null default 0,
  created_at timestamptz not null default now(),
  unique (job_wood_id, number),
  -- A recipe belongs to its board's wood.
  foreign key (recipe_id, job_wood_id) references recipe(id, job_wood_id)
);
create index on board (recipe_id, job_wood_id);
create index on board (evidence);

-- A coat put on, apart from the reading after it.
create table coat (
  id uuid primary key,
  board_id uuid not null references board(id),
  stage int not null check (stage between 1 and 16),
  layer jsonb not null,
  put_on_at timestamptz,
  person_id uuid references person(id),
  minutes float8 check (minutes >= 0 and minutes < 'Infinity'),
  conditions jsonb not null default '{}',
  used text not null default '',
  note text not null default '',
  version int not null default 1,
  created_at timestamptz not null default now(),
  deleted_at timestamptz
);
create unique index coat_once on coat (board_id, stage) where deleted_at is null;
create index on coat (person_id);

-- A reading belongs to a job's target or to a stage of a board (stage 0 = raw). One taking may give several.
create table reading (
  id uuid primary key,
  taking_id uuid not null,
  place int not null,
  job_id uuid references job(id),
  board_id uuid references board(id),
  stage int check (stage between 0 and 16),
  source text not null check (source in ('file', 'typed', 'instrument', 'rack')),
  name text not null,
  instrument_id uuid references instrument(id),
  person_id uuid references person(id),
  wavelengths float8[] check (all_finite(wavelengths)),
  measured float8[] check (all_finite(measured)),
  lab float8[] check (cardinality(lab) = 3 and all_finite(lab)),
  grid float8[] not null check (is_spectrum(grid)),
  taken_at timestamptz not null default now(),
  version int not null default 1,
  deleted_at timestamptz,
  unique (taking_id, place),
  check ((job_id is null) <> (board_id is null)),
  check ((board_id is null) = (stage is null)),
  check ((wavelengths is null) = (measured is null)),
  check (cardinality(wavelengths) = cardinality(measured)),
  check ((measured is null) <> (lab is null))
);
create index on reading (job_id);
create index on reading (board_id, stage);
create index on reading (instrument_id);
create index on reading (person_id);

-- The mean of each stage's readings and its L*a*b* (D65, 10 degrees): what is searched and listed by.
create table stage_mean (
  board_id uuid not null references board(id),
  stage int not null,
  readings int not null check (readings > 0),
  grid float8[] not null check (is_spectrum(grid)),
  l float8 not null,
  a float8 not null,
  b float8 not null,
  primary key (board_id, stage)
);
create index on stage_mean (l, a, b);

-- Boards of the shop from before: what the pencil note tells.
create table old_board (
  id uuid primary key,
  label text not null,
  species_id text not null references species(id),
  layers jsonb not null,
  note text not null,
  made text not null,
  grid float8[] check (is_spectrum(grid)),
  lab float8[] check (cardinality(lab) = 3 and all_finite(lab)),
  l float8,
  a float8,
  b float8,
  version int not null default 1,
  evidence int not null default 0,
  archived_at timestamptz,
  created_at timestamptz not null default now()
);
create index on old_board (species_id);
create index on old_board (l, a, b);

-- Every change: what, when, who.
create table event (
  id uuid primary key,
  kind text not null,
  at timestamptz not null default now(),
  person_id uuid references person(id),
  job_id uuid references job(id),
  board_id uuid references board(id),
  -- What of the shelf, the rack or the house it is about, e.g. `colourant/honey`.
  item text,
  detail jsonb not null default '{}'
);
create index on event (job_id, at);
create index on event (board_id, at);
create index on event (item, at);
create index on event (person_id);

-- Old data. What was numbered gets a version 7 UUID of its time and number.
create function before.uid(at timestamptz, number bigint) returns uuid language sql immutable as $$
  select (lpad(to_hex((extract(epoch from at) * 1000)::bigint), 12, '0') || '70008000' || lpad(to_hex(number), 12, '0'))::uuid
$$;
insert into species (id, name, figure, tannin, tissues, created_at)
  select id, name, figure, tannin, tissues, created_at from before.species;
-- A profile that is no profile (one extreme strength could commit NaN) is dropped: the ladder is there to fit it again.
insert into colourant (id, name, kind, carrier, max_strength, absorption, scatter, exponent, cost_per_gram, lot, caution, fit, created_at)
  select id, name, kind, carrier, max_strength,
    case when sound then absorption end, case when sound then scatter end, case when sound then exponent else 1 end,
    cost_per_gram, lot, caution, case when sound then fit end, created_at
  from (select *, coalesce(is_spectrum(absorption) and is_spectrum(scatter)
                           and exponent > 0 and exponent < 'Infinity', false) as sound
        from before.colourant) c;
insert into ladder_rung (id, colourant_id, species_id, strength, before, after, created_at)
  select before.uid(c.created_at, r.id), r.colourant_id, r.species_id, r.strength, r.before, r.after, c.created_at
  from before.ladder_rung r join before.colourant c on c.id = r.colourant_id
  where r.strength < 'Infinity' and is_spectrum(r.before) and is_spectrum(r.after);
insert into medium (id, name, kind, carrier, k1, k2, tint, caution, fit_error, created_at)
  select id, name, kind, carrier, k1, k2, tint, caution, fit_error, created_at from before.medium;
insert into coat_sample (id, medium_id, species_id, coats, before, after, created_at)
  select before.uid(created_at, id), medium_id, species_id, coats, before, after, created_at from before.coat_sample
  where is_spectrum(before) and is_spectrum(after);

insert into job (id, number, customer, piece, tolerance, lights, created_at, deleted_at)
  select before.uid(created_at, id), id, customer, piece, tolerance, lights, created_at, deleted_at from before.job;
insert into job_wood (id, job_id, species_id, preparation, draft, boards_made, recipes_made, offcuts_taken, created_at)
  select before.uid(w.created_at, w.id), before.uid(j.created_at, j.id), w.species_id, w.preparation, w.draft,
    coalesce((select max(b.number) from before.board b where b.job_wood_id = w.id), 0),
    coalesce((select max(r.number) from before.recipe r where r.job_wood_id = w.id), 0), 0, w.created_at
  from before.job_wood w join before.job j on j.id = w.job_id;
insert into recipe (id, job_wood_id, number, stack, litres, origin, preparation, made_with, expected, learned_from, created_at)
  select before.uid(r.created_at, r.id), before.uid(w.created_at, w.id), r.number, r.stack, r.litres, r.origin,
    w.preparation,
    jsonb_build_object('species', jsonb_build_object(w.species_id, 1), 'colourants', '{}'::jsonb, 'mediums', '{}'::jsonb),
    r.expected,
    array(select before.uid(b.created_at, b.id)::text from before.board b
          where 'board ' || b.id = any (r.learned_from) order by b.id),
    r.created_at
  from before.recipe r join before.job_wood w on w.id = r.job_wood_id;
-- A board that has colour on it keeps the preparation that its wood had.
insert into board (id, job_wood_id, number, recipe_id, preparation, evidence, created_at)
  select before.uid(b.created_at, b.id), before.uid(w.created_at, w.id), b.number, before.uid(r.created_at, r.id),
    case when exists (select from before.reading x where x.board_id = b.id and x.stage > 0 and x.deleted_at is null)
         then w.preparation end,
    1, b.created_at
  from before.board b join before.job_wood w on w.id = b.job_wood_id left join before.recipe r on r.id = b.recipe_id;
insert into reading (id, taking_id, place, job_id, board_id, stage, source, name, wavelengths, measured, lab, grid, taken_at, deleted_at)
  select before.uid(x.taken_at, x.id), before.uid(x.taken_at, x.id), 0, before.uid(j.created_at, j.id),
    before.uid(b.created_at, b.id), x.stage, x.source, x.name, x.wavelengths, x.measured, x.lab, x.grid, x.taken_at, x.deleted_at
  from before.reading x left join before.job j on j.id = x.job_id left join before.board b on b.id = x.board_id
  where is_spectrum(x.grid);
-- A reading after a layer says that the layer and those below it are on; when they were put on nobody noted.
insert into coat (id, board_id, stage, layer, created_at)
  select before.uid(b.created_at, b.id * 16 + layer.stage), before.uid(b.created_at, b.id), layer.stage, layer.content, b.created_at
  from before.board b
  join before.recipe r on r.id = b.recipe_id
  cross join lateral jsonb_array_elements(r.stack) with ordinality as layer(content, stage)
  where layer.stage <= (select max(x.stage) from before.reading x where x.board_id = b.id and x.deleted_at is null);
insert into event (id, kind, at, job_id, board_id, detail)
  select before.uid(e.at, e.id), e.kind, e.at, before.uid(j.created_at, j.id), before.uid(b.created_at, b.id), e.detail
  from before.event e left join before.job j on j.id = e.job_id left join before.board b on b.id = e.board_id;

insert into counter (name, value)
  values ('job', coalesce((select max(number) from job), 0)), ('evidence', 1);
insert into shelf_version (kind, item_id, version, content, at)
  select 'species', id, 1, to_jsonb(s) - 'version' - 'archived_at' - 'created_at', created_at from species s
  union all
  select 'colourant', id, 1, to_jsonb(c) - 'version' - 'archived_at' - 'created_at', created_at from colourant c
  union all
  select 'medium', id, 1, to_jsonb(m) - 'version' - 'archived_at' - 'created_at', created_at from medium m;
drop schema before cascade;
