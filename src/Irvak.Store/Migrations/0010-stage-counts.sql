-- How many jobs stand in each stage, counted as they come and go: a list of ten thousand counts none of them. A job that was not worked
-- out yet has no stage and is in no count.
create table stage_count (
    stage   text primary key,
    jobs    integer not null
);
insert into stage_count select stage, count(*)::integer from job where stage is not null group by stage;
create function stage_counted() returns trigger language plpgsql as $$
declare
    was text := case when tg_op <> 'INSERT' then old.stage end;
    becomes text := case when tg_op <> 'DELETE' then new.stage end;
begin
    -- In one order, so that two who change both of a pair wait for each other and never cross.
    insert into stage_count
    select stage, sum(more)::integer from (values (was, -1), (becomes, 1)) as of (stage, more) where stage is not null group by stage order by stage
    on conflict (stage) do update set jobs = stage_count.jobs + excluded.jobs;
    return null;
end $$;
create trigger stage_moved after update of stage on job for each row when (old.stage is distinct from new.stage) execute function stage_counted();
create trigger stage_came after insert on job for each row when (new.stage is not null) execute function stage_counted();
create trigger stage_left after delete on job for each row when (old.stage is not null) execute function stage_counted();
create index job_without_stage on job (id) where stage is null;
drop index job_count;
