-- Which machine sheet the plate of a list is drawn on: many jobs have the same one, and a list carries it once.
alter table job add column plate_sheet text;
create index job_plate_sheet on job (plate_sheet);
-- Counted without a look at the jobs themselves.
create index job_count on job (stage);
