-- Where documents of a kind, or of a party, are filed: a destination pattern, proposed on the slip.
alter table kind add column destination text;
alter table party add column destination text;
