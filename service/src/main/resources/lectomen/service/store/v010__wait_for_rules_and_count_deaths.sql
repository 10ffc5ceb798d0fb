-- A job that waits for a rule to go live has no turn until one does; and how often workers died of a job, which its tries don't tell.
alter table job add column awaits_rule integer not null default 0;
alter table job add column deaths integer not null default 0;

drop index job_by_turn;
create index job_by_turn on job (source_id, priority desc, number)
    where state = 'waiting' and waits_for = 'turn' and awaits_rule = 0;
create index job_by_awaited_rule on job (number) where awaits_rule = 1;

-- What an effect refers to is looked up whenever the effect that is referred to goes.
create index effect_by_depends_on on effect (depends_on) where depends_on is not null;
create index effect_by_supersedes on effect (supersedes) where supersedes is not null;
create index effect_by_withdraws on effect (withdraws) where withdraws is not null;
