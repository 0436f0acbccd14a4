-- The folder that an instrument's software writes into, and which instrument that is.
alter table house add column watch jsonb not null default '{"folder": null, "instrument": null}';

-- Files of that folder that are done with, by what is in them: kept as readings of something, or left.
create table watched_file (
  hash text primary key check (hash ~ '^[0-9a-f]{64}$'),
  name text not null,
  kept_for text,
  person_id uuid references person (id),
  at timestamptz not null default shop_now()
);
create index watched_file_by on watched_file (person_id);
