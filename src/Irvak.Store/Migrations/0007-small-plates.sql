-- Which machine sheet the plate of a list is drawn on: many jobs have the same one, and a list carries it once.
alter table job add column plate_sheet text;
create index job_plate_sheet on job (plate_sheet);
