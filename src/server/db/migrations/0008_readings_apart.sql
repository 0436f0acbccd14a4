-- Where on a board a reading was taken: the face is what is matched; edge, end grain and knots are kept beside it.
alter table reading
  add column zone text not null default 'face' check (zone in ('face', 'edge', 'end', 'knot'));
