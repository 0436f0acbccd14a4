-- Boards read before and after a sealer or clear: what its surface and tint are fitted from.
create table coat_sample (
  id bigint generated always as identity primary key,
  medium_id text not null references medium(id),
  species_id text not null references species(id),
  coats int not null check (coats > 0),
  before float8[] not null,
  after float8[] not null,
  created_at timestamptz not null default now()
);
alter table medium add column fit_error float8[] not null default '{}';
