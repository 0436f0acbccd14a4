-- A target between two boards: nearer the one that was looked at, and not beyond it from the other.
alter table look add column between_them boolean not null default false;
