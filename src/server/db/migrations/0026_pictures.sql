-- Pictures that a camera took of things of a job: the file as it is kept (upright, nothing in it but the picture), which camera
-- by which light, what lies where in it, and what it shows of that. `swap_of` is the picture before, where nothing moved since
-- but the things. A raw board that only a picture tells of has its reading from it.
create table picture (
  id uuid primary key,
  job_id uuid not null references job (id),
  light text not null,
  camera text not null,
  words text not null,
  swap_of uuid references picture (id),
  jpeg bytea not null,
  width int not null,
  height int not null,
  fields jsonb not null,
  shot jsonb,
  person_id uuid references person (id),
  taken_at timestamptz not null,
  deleted_at timestamptz
);
create index picture_of_job on picture (job_id);
create index picture_of_person on picture (person_id);
create index picture_swapped on picture (swap_of);

alter table reading
  drop constraint reading_source_check,
  add constraint reading_source_check check (source in ('file', 'typed', 'instrument', 'rack', 'words', 'picture')),
  add column picture_id uuid references picture (id);
create index reading_of_picture on reading (picture_id);
