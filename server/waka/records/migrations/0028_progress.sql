-- How far the recognising of a content's pages is, while it goes on: the page at hand, of how many.
alter table content add column recognising int, add column recognising_of int;
