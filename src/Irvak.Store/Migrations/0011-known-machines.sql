-- Which machine a job is about, for who begins another one on it.
alter table job add column serial text, add column host_name text;
