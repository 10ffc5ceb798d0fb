-- How a person has a job filed, asking no rule: connection, folder and name.
alter table job add column rule_chosen integer not null default 0; -- whether wanted_rule takes it whatever its conditions say
alter table job_words add column by_hand text;

-- The family of a job: what came in with it, and what came of it.
create index job_by_arrival on job (arrival_seq) where arrival_seq is not null;
create index job_by_origin on job (origin_job) where origin_job is not null;
create index job_by_parent on job (parent_id) where parent_id is not null;
