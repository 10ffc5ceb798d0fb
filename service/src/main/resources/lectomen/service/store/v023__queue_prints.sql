-- An effect on hold is not due, whatever its time.
alter table effect add column on_hold integer not null default 0;

-- What is printed, one row for each effect that prints. Those that wait are let go by their turn, lower ones first; those that are
-- held wait until somebody releases them. Ticket: what somebody changed, as JSON.
create table print_item (
    id         integer primary key autoincrement,
    effect_id  text    not null unique references effect (id),
    job_id     text    not null references job (id),
    queue      text    not null,
    turn       integer not null,
    asked_at   integer not null,
    held       integer not null,
    held_by    text,
    ticket     text    not null,
    pages      integer not null,
    copies     integer not null,
    sheets     integer not null,
    ended_at   integer,
    printed    integer not null default 0
) strict;
create index print_item_open on print_item (queue, turn) where ended_at is null;
create index print_item_ended on print_item (queue, ended_at) where ended_at is not null;
create index print_item_by_time on print_item (ended_at) where printed = 1;
create index print_item_by_job on print_item (job_id);
