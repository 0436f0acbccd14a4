-- A coat may be of a supply: a conditioner, a filler, a wax.
alter table dry_test drop constraint dry_test_item_check;
alter table dry_test add constraint dry_test_item_check check (item ~ '^(colourant|medium|supply|kind)/[a-z0-9-]{1,40}$');
-- What is left of a pot with its hardener sets by itself.
alter table kept_mix add column sets_at timestamptz;
