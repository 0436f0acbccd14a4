-- The shop's clock. It is the clock on the wall, but for a shop to practise in, whose clock can stand or be turned forward.
create table shop_clock (
  one boolean primary key default true check (one),
  stands_at timestamptz,
  ahead interval not null default '0'
);
insert into shop_clock default values;
create function shop_now() returns timestamptz language sql stable as $$
  select coalesce(stands_at, now() + ahead) from shop_clock
$$;
alter table event alter column at set default shop_now();
alter table reading alter column taken_at set default shop_now();
alter table fault_found alter column found_at set default shop_now();
alter table step_done alter column at set default shop_now();
alter table job alter column created_at set default shop_now();
alter table board alter column created_at set default shop_now();
alter table recipe alter column created_at set default shop_now();
alter table stack_version alter column created_at set default shop_now();
alter table past_target alter column revised_at set default shop_now();
alter table lot alter column counted_at set default shop_now();

-- The air of the shop, as it was noted, sensed or is forecast: each holds until the next.
create table air (
  id uuid primary key,
  at timestamptz not null default shop_now(),
  temperature float8 not null check (temperature between -20 and 60),
  humidity float8 not null check (humidity between 0 and 100),
  -- A fan or a draught moves it past the work.
  moving boolean not null default false,
  source text not null check (source in ('typed', 'sensor', 'forecast')),
  created_at timestamptz not null default now(),
  deleted_at timestamptz
);
create index on air (at);

-- Tests before going on: a coat was found dry or still wet, so many hours of fair air after it went on.
create table dry_test (
  id uuid primary key,
  -- The coat, by the key of its work.
  coat text not null check (length(coat) <= 90),
  item text not null check (item ~ '^(colourant|medium|kind)/[a-z0-9-]{1,40}$'),
  hours float8 not null check (hours >= 0 and hours < 'Infinity'),
  dry boolean not null,
  person_id uuid references person(id),
  at timestamptz not null default shop_now(),
  deleted_at timestamptz
);
create index on dry_test (item);
create index on dry_test (person_id);

-- Work that is done and is no coat of a board: coats of pieces, turning, mixing ahead, wiping again.
create table work_done (
  id uuid primary key,
  work text not null check (length(work) <= 90),
  person_id uuid references person(id),
  at timestamptz not null default shop_now(),
  deleted_at timestamptz
);
create unique index work_once on work_done (work) where deleted_at is null;
create index on work_done (person_id);

-- The plan of the week: the newest is in force.
create table week_plan (
  id uuid primary key,
  tasks jsonb not null,
  person_id uuid references person(id),
  made_at timestamptz not null default now()
);
create index on week_plan (made_at);
create index on week_plan (person_id);

-- When the shop works, and where things dry; when a job is wanted.
alter table house add column week jsonb not null default '{}';
alter table job add column due date;
