-- Plans that wait, or that begin in the middle of a rule. One without waits_for goes on in its job's turn.
create table plan (
    job_id     text    not null references job (id),
    generation integer not null,
    form       integer not null,
    cursor     text    not null,
    waits_for  text,
    until      integer,
    primary key (job_id, generation)
) strict;
create index plan_by_time on plan (until) where waits_for = 'time';

create table plan_words (
    job_id     text    not null references job (id),
    generation integer not null,
    record     text    not null,
    primary key (job_id, generation)
) strict;

-- A hand-over makes a new job for another rule; a part is a document made out of another, whose job ends when all its parts have.
alter table job rename column parent_id to handed_over_from;
alter table job add column part_of text references job (id);
alter table job add column part_number integer not null default 0;
alter table job add column part_generation integer not null default 0;
create index job_by_whole on job (part_of, part_generation, part_number) where part_of is not null;

-- What a job or a step waits for is known to the code alone, so that a new one needs no change here.
drop index job_by_turn;
alter table job add column awaits text not null default 'turn';
update job set awaits = waits_for;
alter table job drop column waits_for;
alter table job rename column awaits to waits_for;
create index job_by_turn on job (source_id, priority desc, number)
    where state = 'waiting' and waits_for = 'turn' and awaits_rule = 0;

alter table step_run add column ended text not null default 'done';
update step_run set ended = outcome;
alter table step_run drop column outcome;
alter table step_run rename column ended to outcome;
