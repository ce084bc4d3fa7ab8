-- The state of a job after every hundredth entry: undo and redo fold from the nearest one instead of from the beginning.
create table checkpoint (
    job_id      bigint not null references job (id),
    number      integer not null,
    snapshot    jsonb not null,
    primary key (job_id, number)
);
-- What an entry touches, so that a late edit reads those alone that it could clash with. Null in rows older than this: they are read.
alter table edit add column touches text[];
create index edit_turns on edit (job_id, number) where kind <> 'edit';
-- Written with every edit: quicker to put together and to take apart than the usual way, and hardly larger.
alter table job alter column snapshot set compression lz4;
alter table job alter column plate set compression lz4;
alter table checkpoint alter column snapshot set compression lz4;
