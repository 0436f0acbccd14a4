-- The sanded surface of a wood has the usual k2; what a board's clear shows beyond it is learned with the clear.
alter table species drop column bare_k2;
