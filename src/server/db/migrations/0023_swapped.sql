-- The board was held on the left of the other thing: what somebody sees off on the right turns round.
alter table look add column swapped boolean not null default false;
