-- Until when each job is promised, what it still takes from the shelf, and its machine by name: the bench shows what is due and what the
-- shelf lacks, and finds by each, without reading a job.
alter table job add column promised_for date, add column machine text, add column wants jsonb;
create index job_promised on job (promised_for, id) where promised_for is not null;
create index job_wanting on job (id) where wants is not null;
