-- A board is cut to a size of its own, its steps begin at lines that may be drawn by hand, and it may be put away.
alter table house add column cut jsonb not null default '{"length":300,"width":90}';
alter table board
  add column cut jsonb not null default '{"length":300,"width":90,"lines":[]}',
  add column archived_at timestamptz;
