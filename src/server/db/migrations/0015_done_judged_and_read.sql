-- A board is done when its coats are on, judged when somebody has said so, read when an instrument has: three things.
-- { accepted, words, at, person }; null while nobody has judged it.
alter table board add column judged jsonb;

-- The simulated bench and instrument stand in a shop that practises: a demo, or one that has added them.
alter table house add column simulated boolean not null default false;
update house set simulated = (select stands_at is not null or ahead <> interval '0' from shop_clock);
