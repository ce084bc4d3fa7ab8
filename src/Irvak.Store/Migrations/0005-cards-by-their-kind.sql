-- A card is found by that word, whatever it does; parts kept before did not have it (ShelfWords).
update shelf_part
set words = words || ' card'
where jsonb_typeof(document -> 'card') = 'object' and (' ' || words || ' ') not like '% card %';
