-- The schools that the shop follows, by question, and the tools that are at hand; all of them until somebody says otherwise.
alter table house add column schools jsonb not null default '{}';
alter table house add column tools jsonb not null
  default '["spray-gun", "booth", "extraction", "warm-cupboard", "scale", "instrument"]';

-- Whole ways to finish that the shop has kept: by what their products are, not by their names here.
create table kept_system (
  id uuid primary key,
  content jsonb not null,
  version int not null default 1,
  archived_at timestamptz,
  created_at timestamptz not null default now()
);
