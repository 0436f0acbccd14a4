-- A shop is told in words ("a shade too red") or in figures (ΔE00 1.8). Those that are there already are told in figures.
alter table house add column tells text not null default 'figures' check (tells in ('words', 'figures'));
