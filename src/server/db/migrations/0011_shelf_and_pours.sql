-- Everything that stands on the shelf, colour or not, with what is known of it; its lots; and what was really poured.
create function is_positive(number float8) returns boolean language sql immutable parallel safe as $$
  select number > 0 and number < 'Infinity'::float8
$$;

alter table colourant add column sheet jsonb not null default '{}';
alter table medium add column sheet jsonb not null default '{}';
-- What has no colour of its own in the model: bases, reducers, hardeners, waxes, abrasives, cloths.
create table supply (
  id text primary key check (id ~ '^[a-z0-9-]{1,40}$'),
  name text not null,
  kind text not null,
  carrier text check (carrier in ('water', 'alcohol', 'solvent', 'oil')),
  caution text not null default '',
  sheet jsonb not null default '{}',
  version int not null default 1,
  archived_at timestamptz,
  created_at timestamptz not null default now()
);
alter table shelf_version
  drop constraint shelf_version_kind_check,
  add constraint shelf_version_kind_check check (kind in ('species', 'colourant', 'medium', 'supply'));

-- A tin, bag or bottle: how much was in it when it was counted. What is left is that less what was poured since.
create table lot (
  id uuid primary key,
  -- e.g. colourant/honey
  item text not null check (item ~ '^(colourant|medium|supply)/[a-z0-9-]{1,40}$'),
  code text not null check (length(code) <= 40),
  amount float8 check (amount > '-Infinity' and amount < 'Infinity'),
  unit text not null check (unit in ('g', 'mL', 'piece')),
  counted_at timestamptz not null default now(),
  opened date,
  best_before date,
  note text not null default '',
  version int not null default 1,
  created_at timestamptz not null default now(),
  deleted_at timestamptz
);
create index on lot (item);
-- The lot that a colour's note named is a lot of its own, not counted yet.
insert into lot (id, item, code, unit)
  select gen_random_uuid(), 'colourant/' || id, left(lot, 40), 'g' from colourant where trim(lot) <> '';
alter table colourant drop column lot;

-- What a layer of a recipe is mixed in, where it differs from the recipe's own batch: the newest counts.
create table pot (
  id uuid primary key,
  recipe_id uuid not null references recipe(id),
  stage int not null check (stage between 1 and 16),
  litres float8 not null check (is_positive(litres)),
  -- Colourant id to grams.
  grams jsonb not null,
  person_id uuid references person(id),
  made_at timestamptz not null default now()
);
create index on pot (recipe_id, made_at);
create index on pot (person_id);
-- A step of a mix sheet that was done: a pour with its grams and lot, or a wait, a straining, a wipe.
create table step_done (
  id uuid primary key,
  recipe_id uuid not null references recipe(id),
  step text not null check (step ~ '^[0-9]{1,2}/[a-z0-9-]{1,60}$'),
  grams float8 check (grams >= 0 and grams < 'Infinity'),
  millilitres float8 check (millilitres >= 0 and millilitres < 'Infinity'),
  lot_id uuid references lot(id),
  -- What it took from the lot, in the lot's unit.
  taken float8 check (taken >= 0 and taken < 'Infinity'),
  person_id uuid references person(id),
  at timestamptz not null default now(),
  deleted_at timestamptz
);
create unique index step_once on step_done (recipe_id, step) where deleted_at is null;
create index on step_done (lot_id);
create index on step_done (person_id);

-- What the bench measures with, and how much is mixed over what is needed.
alter table house add column bench jsonb not null default '{}';

-- A mix that was left over or made ahead: what is in it, and how much of it is left.
create table kept_mix (
  id uuid primary key,
  name text not null check (length(name) between 1 and 80),
  -- The kind of layer that it is for.
  kind text not null,
  -- Colourant id to strength, as in a layer.
  colours jsonb not null,
  litres float8 not null check (litres >= 0 and litres < 'Infinity'),
  note text not null default '',
  -- Its strengths are not known, only how its colours stand to one another.
  unknown_strength boolean not null default false,
  made_at timestamptz not null default now(),
  version int not null default 1,
  archived_at timestamptz
);

-- What a job uses up beside colours, where the shop counts otherwise: what by its key, and how many.
alter table job add column supplies jsonb not null default '{}';
