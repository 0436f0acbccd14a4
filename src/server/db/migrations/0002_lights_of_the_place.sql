-- How much each light of the place counts when recipes are searched, by illuminant.
alter table job add column lights jsonb not null default '{"D65": 1, "A": 0, "LED": 0, "F11": 0}';
