-- An archive brings several captures with one edit; each keeps its own bytes and its own name.
alter table capture add column name text;
alter table capture add column part integer not null default 0;
alter table capture drop constraint capture_job_id_key_key;
alter table capture add unique (job_id, key, part);

-- Photos are re-encoded before they come here: no location, no camera, no hidden thumbnail.
create table photo (
    id          bigint generated always as identity primary key,
    job_id      bigint not null references job (id),
    key         uuid not null,
    about       text not null,
    note        text not null default '',
    width       integer not null,
    height      integer not null,
    jpeg        bytea not null,
    who         text not null,
    at          timestamptz not null,
    unique (job_id, key)
);
