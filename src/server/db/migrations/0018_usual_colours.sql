-- What a coat of a colour makes of a wood, as somebody sees or expects it, where nobody has laddered it yet:
-- { speciesId, lab }. Its profile is the usual one of that look until boards tell.
alter table colourant add column look jsonb;
