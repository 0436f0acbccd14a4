-- The schools that the shop follows, by question, and the tools that are at hand; all of them until somebody says otherwise.
alter table house add column schools jsonb not null default '{}';
alter table house add column tools jsonb not null
  default '["spray-gun", "booth", "extraction", "warm-cupboard", "scale", "instrument"]';
