-- A rung of a ladder may carry other colours in the same pot: colourant id to strength.
alter table ladder_rung add column beside jsonb not null default '{}';
