-- The pieces of a part, in portions, are things of record like boards: they have coats, pours, readings, looks and faults of their own.
alter table board
  add column part_id uuid references part (id),
  add column portion int,
  add column pieces int,
  add constraint board_is_of_pieces check ((part_id is null) = (portion is null) and (part_id is null) = (pieces is null));
create unique index board_portion on board (part_id, portion) where archived_at is null;
create index board_of_part on board (part_id);
alter table recipe drop constraint recipe_origin_check;
alter table recipe add constraint recipe_origin_check
  check (origin in ('search', 'hand', 'corrected', 'from-here', 'work'));
