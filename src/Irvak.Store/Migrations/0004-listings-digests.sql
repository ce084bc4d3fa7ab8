-- What a list shows of a job is written with each edit, so that no list evaluates. Null until it was worked out by this version.
alter table job add column stage text;
alter table job add column severity text;
alter table job add column line text not null default '';
alter table job add column done integer not null default 0;
alter table job add column of_count integer not null default 0;
alter table job add column plate jsonb;
alter table job add column listed_by text;
create index job_stage on job ((coalesce(stage, 'survey')), id desc);

-- A key that comes again with other content is a mistake of the sender; without a digest, the row is older than this.
alter table edit add column digest text;
alter table job add column create_digest text;

-- What the shop knows outside any job has one version: it is kept in memory until the version moves, and then only what is newer is read.
-- Writers queue at a lock, so that no smaller number is committed after a larger one was seen.
create sequence library_change;
create table library_version (
    what        text primary key,
    version     bigint not null,
    gone        bigint not null
);
insert into library_version values ('shelf_part', 0, 0), ('machine_sheet', 0, 0), ('evidence', 0, 0);
alter table shelf_part add column changed bigint not null default 0;
alter table machine_sheet add column changed bigint not null default 0;
alter table evidence add column changed bigint not null default 0;
create index shelf_part_changed on shelf_part (changed);
create index machine_sheet_changed on machine_sheet (changed);
create index evidence_changed on evidence (changed);
create function library_queue() returns trigger language plpgsql as $$
begin
    perform pg_advisory_xact_lock(4949210002);
    return null;
end $$;
create function library_row() returns trigger language plpgsql as $$
begin
    new.changed := nextval('library_change');
    return new;
end $$;
create function library_done() returns trigger language plpgsql as $$
begin
    update library_version set version = nextval('library_change'), gone = case when tg_op = 'DELETE' then currval('library_change') else gone end where what = tg_table_name;
    perform pg_notify('library', tg_table_name);
    return null;
end $$;
create trigger queue before insert or update or delete on shelf_part for each statement execute function library_queue();
create trigger queue before insert or update or delete on machine_sheet for each statement execute function library_queue();
create trigger queue before insert or update or delete on evidence for each statement execute function library_queue();
create trigger changed before insert or update on shelf_part for each row execute function library_row();
create trigger changed before insert or update on machine_sheet for each row execute function library_row();
create trigger changed before insert or update on evidence for each row execute function library_row();
create trigger done after insert or update or delete on shelf_part for each statement execute function library_done();
create trigger done after insert or update or delete on machine_sheet for each statement execute function library_done();
create trigger done after insert or update or delete on evidence for each statement execute function library_done();

-- One row that is written to learn whether anything can be.
create table readiness (
    asked       timestamptz not null,
    ballast     text not null
);
insert into readiness values (now(), '');
