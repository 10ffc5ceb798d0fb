-- The runs of each counter: its only one, or one for each day, month, year or value.
create table counter_run (
    counter text    not null,
    run     text    not null,
    next    integer not null,
    primary key (counter, run)
) strict;

-- Every number that was ever given; it outlives its job. An unused one may be given again to that job, and to no other.
create table counter_number (
    id        integer primary key,
    counter   text    not null,
    run       text    not null,
    number    integer not null,
    job_id    text    not null,
    state     text    not null check (state in ('bound', 'used', 'unused')),
    bound_at  integer not null,
    unique (counter, run, number)
) strict;
create index counter_number_by_job on counter_number (job_id, counter);
create index counter_number_in_hand on counter_number (counter, run) where state = 'bound';

-- Where somebody set a counter, and why.
create table counter_change (
    id         integer primary key,
    counter    text    not null,
    run        text    not null,
    before     integer not null,
    after      integer not null,
    reason     text    not null,
    principal  text    not null,
    changed_at integer not null
) strict;
