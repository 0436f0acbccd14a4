-- Boards that a customer chooses among, and what was chosen. Of an address that shows them over the shop's network only the hash
-- of its secret is kept: after the answer it says that it was used.
create table bracket (
  id uuid primary key,
  job_id uuid not null references job (id),
  secret_hash text unique,
  open_until timestamptz,
  chosen_id uuid references board (id),
  words text not null default '',
  initials text,
  answered_at timestamptz,
  created_at timestamptz not null
);
create index bracket_of on bracket (job_id);
create index bracket_chosen on bracket (chosen_id);
create table bracket_board (
  bracket_id uuid not null references bracket (id),
  board_id uuid not null references board (id),
  place int not null,
  says text not null,
  primary key (bracket_id, place)
);
create index bracket_board_is on bracket_board (board_id);
-- Whether customers may be shown brackets over the shop's network at all.
alter table house add column customers boolean not null default false;
