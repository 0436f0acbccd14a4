-- How a wood is built and how unevenly it drinks; a fourth tissue, the rays.
alter table species
  add column anatomy text not null default 'fine' check (anatomy in ('open', 'fine', 'soft')),
  add column blotch float8 not null default 0.08 check (blotch >= 0 and blotch <= 1),
  drop constraint species_tissues_check,
  add constraint species_tissues_check check (jsonb_array_length(tissues) between 1 and 4);
update species set anatomy = 'open' where tissues @> '[{"name": "pore"}]';

-- Ready-made stains and metallic powders; what a transfer test showed of a dye.
alter table colourant
  add column lift float8 check (lift >= 0 and lift <= 1),
  drop constraint colourant_kind_check,
  add constraint colourant_kind_check check (kind in ('dye', 'pigment', 'ink', 'reactive', 'stain', 'metallic'));
