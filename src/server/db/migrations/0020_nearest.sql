-- Of several boards held up together this one was the nearest to what they were held against: the others, by board and stage.
alter table look add column farther jsonb not null default '[]';
