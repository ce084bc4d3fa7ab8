-- Parts of every kind. The words are the core's (ShelfWords); here they only become lexemes, cut at spaces and never stemmed.
alter table shelf_part add column kind text not null default 'module';
alter table shelf_part add column search tsvector generated always as (array_to_tsvector(array_remove(string_to_array(lower(words), ' '), ''))) stored;
create index shelf_part_search on shelf_part using gin (search) with (fastupdate = off);
create index shelf_part_kind on shelf_part (kind, id);
