-- Which came first, a count of a lot or a pour out of it, is told by the order in which they were written: the shop's
-- clock may stand.
create sequence lot_order;
alter table step_done add column ordinal bigint;
alter table lot add column counted bigint;
with told as (
  select id, row_number() over (order by at, is_pour, id) as nth
  from (select id, counted_at as at, 0 as is_pour from lot union all select id, at, 1 from step_done) every_one
), poured as (
  update step_done s set ordinal = nth from told where told.id = s.id
)
update lot l set counted = nth from told where told.id = l.id;
select setval('lot_order', 1 + (select count(*) from lot) + (select count(*) from step_done));
alter table step_done alter column ordinal set default nextval('lot_order'), alter column ordinal set not null;
alter table lot alter column counted set default nextval('lot_order'), alter column counted set not null, drop column counted_at;
