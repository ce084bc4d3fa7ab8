-- Sheets and edits are documents with a version inside; what is searched or joined is a real column.
create table machine_sheet (
    id          text primary key,
    document    jsonb not null
);

create table shelf_part (
    id          text primary key,
    document    jsonb not null,
    words       text not null,
    in_stock    integer not null check (in_stock >= 0)
);

create table evidence (
    id          text primary key,
    machine_id  text not null,
    document    jsonb not null
);
create index evidence_machine on evidence (machine_id);

create table job (
    id          bigint generated always as identity primary key,
    number      text not null unique,
    title       text not null,
    owner       text not null,
    begun_by    text not null,
    begun_at    timestamptz not null,
    create_key  uuid not null unique,
    last_number integer not null default 0,
    snapshot    jsonb not null
);
create sequence job_number start 101;

-- Append-only: undo and redo are rows that name other rows; nothing is updated, nothing deleted.
create table edit (
    job_id      bigint not null references job (id),
    number      integer not null,
    key         uuid not null,
    who         text not null,
    at          timestamptz not null,
    kind        text not null check (kind in ('edit', 'undo', 'redo')),
    document    jsonb,
    targets     integer[] not null default '{}',
    primary key (job_id, number),
    unique (job_id, key)
);

create table capture (
    id          bigint generated always as identity primary key,
    job_id      bigint not null references job (id),
    key         uuid not null,
    phase       text not null check (phase in ('before', 'after')),
    kind        text not null,
    bytes       bytea not null,
    reading     jsonb not null,
    who         text not null,
    at          timestamptz not null,
    unique (job_id, key)
);
