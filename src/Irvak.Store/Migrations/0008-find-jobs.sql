-- The words a job is found by are the core's (JobWords), written with its listing; here they only become lexemes, cut at spaces.
alter table job add column words text not null default '';
update job set words = lower(concat_ws(' ', number, ltrim(number, '0'), title, owner, begun_by));
alter table job add column search tsvector generated always as (array_to_tsvector(array_remove(string_to_array(words, ' '), ''))) stored;
create index job_search on job using gin (search);
