-- The shelf is searched where it is held, in memory (ShelfIndex).
drop index shelf_part_search;
alter table shelf_part drop column search, drop column words;
