-- How a wood looks is named by the wood that it is built like; how it was sawn and how wide its rings are stand beside it.
create function pg_temp.built_like(id text, name text, was text) returns text language sql immutable as $$
  select coalesce(
    (select wood
     from unnest(array['curly-maple', 'ash', 'oak', 'elm', 'beech', 'birch', 'maple', 'cherry', 'walnut', 'sapele', 'mahogany',
                       'teak', 'alder', 'pine', 'spruce', 'fir']) with ordinality as known(wood, rank)
     where id ~ ('(^|-)' || wood || '(-|$)') or lower(name) ~ ('\m' || replace(wood, '-', ' ') || '\M')
     order by rank limit 1),
    case was when 'straight' then 'birch' when 'cathedral' then 'ash' when 'rays' then 'beech' when 'pores' then 'oak' else was end
  )
$$;
alter table species drop constraint species_figure_check;
update species set figure = pg_temp.built_like(id, name, figure);
update shelf_version
  set content = jsonb_set(content, '{figure}',
    to_jsonb(pg_temp.built_like(item_id, coalesce(content ->> 'name', ''), content ->> 'figure')))
  where kind = 'species' and content ? 'figure';
alter table species
  add constraint species_figure_check check (figure in ('ash', 'oak', 'elm', 'beech', 'birch', 'maple', 'curly-maple', 'cherry',
    'walnut', 'sapele', 'mahogany', 'teak', 'alder', 'pine', 'spruce', 'fir')),
  add column cut text not null default 'flat' check (cut in ('flat', 'rift', 'quartered')),
  add column ring_mm float8 check (ring_mm between 0.3 and 15);
