-- What was ever made, to be found by its colour and its words. It follows from the record, and is made again from it: it has
-- a schema of its own, which no file of jobs and no archive takes along.
create extension if not exists cube;
create extension if not exists pg_trgm;
create schema notebook;

create table notebook.note (
  kind text not null,
  id uuid not null,
  -- Of a picture, which of its fields.
  part int not null,
  job_id uuid,
  species_id text,
  at timestamptz not null,
  -- L*, a*, b* in daylight; under the other lights of a place where its spectrum is known.
  d65 cube,
  a cube,
  led cube,
  f11 cube,
  verdict text,
  system text,
  people text[] not null,
  -- e.g. colourant/honey
  items text[] not null,
  lots uuid[] not null,
  words tsvector not null,
  shown jsonb not null,
  primary key (kind, id, part)
);
create index on notebook.note (job_id);
create index on notebook.note (at);
create index on notebook.note using gist (d65);
create index on notebook.note using gist (a);
create index on notebook.note using gist (led);
create index on notebook.note using gist (f11);
create index on notebook.note using gin (items);
create index on notebook.note using gin (lots);
create index on notebook.note using gin (words);

-- Every word that was ever noted, for what is misspelled.
create table notebook.word (word text primary key);
create index on notebook.word using gin (word gin_trgm_ops);

-- What has changed since it was noted: a job by its id, the rack, or the mixes. Whoever notes takes the row first, so that what is written
-- meanwhile waits, and puts it back.
create table notebook.due (what text primary key, times int not null default 1);

create function notebook.is_due(changed text) returns void language sql as $$
  insert into notebook.due (what) values (changed)
  on conflict (what) do update set times = notebook.due.times + 1
$$;

create function notebook.job_happened() returns trigger language plpgsql as $$
begin
  perform notebook.is_due(changed.job) from (
    select distinct coalesce(h.job_id, w.job_id)::text as job
    from happened h left join board b on b.id = h.board_id left join job_wood w on w.id = b.job_wood_id order by 1) changed
  where changed.job is not null;
  return null;
end $$;
create trigger noted after insert on event referencing new table as happened for each statement
  execute function notebook.job_happened();
create trigger noted_again after update on event referencing new table as happened for each statement
  execute function notebook.job_happened();

create function notebook.job_gone() returns trigger language plpgsql as $$
begin
  perform notebook.is_due(old.id::text);
  return null;
end $$;
create trigger noted after delete on job for each row execute function notebook.job_gone();

-- What belongs to no job: the boards of the rack, and the mixes that were kept.
create function notebook.shelf_changed() returns trigger language plpgsql as $$
begin
  perform notebook.is_due(tg_argv[0]);
  return null;
end $$;
create trigger noted after insert or update or delete on old_board for each statement execute function notebook.shelf_changed('rack');
create trigger noted after insert or update or delete on kept_mix for each statement execute function notebook.shelf_changed('mixes');

-- Another record is put in the place of this one.
create function notebook.emptied() returns trigger language plpgsql as $$
begin
  truncate notebook.note, notebook.word, notebook.due;
  return null;
end $$;
create trigger emptied after truncate on job for each statement execute function notebook.emptied();

insert into notebook.due (what) select id::text from job union all values ('rack'), ('mixes');

-- A search that is kept by its name: the part of its address after the question mark.
create table saved_search (
  id uuid primary key,
  name text not null check (length(name) between 1 and 80),
  search text not null check (length(search) <= 2000),
  person_id uuid references person (id),
  at timestamptz not null default shop_now(),
  version int not null default 1,
  archived_at timestamptz
);
create index saved_search_by on saved_search (person_id);

-- A recipe that is made again: whose board its layers were taken of, and how; first of the wood, then of the recipe that was
-- planned next. And the chance that was stated when a recipe was planned.
alter table job_wood add column repeated jsonb;
alter table recipe
  add column after jsonb,
  add column chance float8 check (chance between 0 and 1);

-- A board of the rack is dated by the clock of its shop, and its colour is known to so much, CIEDE2000.
alter table old_board
  alter column created_at set default shop_now(),
  add column doubt float8 check (doubt >= 0 and doubt < 'Infinity');
