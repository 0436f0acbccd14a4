-- How a board looked while it was wet: kept with it, and no measure of how it dries.
alter table look add column wet boolean not null default false;
