-- Where on a board a reading was taken: the face is what is matched; edge, end grain and knots are kept beside it.
alter table reading
  add column zone text not null default 'face' check (zone in ('face', 'edge', 'end', 'knot'));

-- Boards that are parts of one plank: halves, faces, strips of a sampler. Each is a board of its own from the layer on at
-- which it branched off; what lies below was done to the plank and is told once.
alter table board
  add column plank_id uuid references board(id),
  add column strip text check (length(strip) between 1 and 40),
  add column branched int not null default 0 check (branched between 0 and 16),
  add constraint board_plank_and_strip check ((plank_id is null) = (strip is null));
create index on board (plank_id);
