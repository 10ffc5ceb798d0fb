-- What people are asked: one row each time that a document is to be reviewed or approved. State: open, held, done, void.
create table desk_task (
    id           integer primary key autoincrement,
    job_id       text    not null references job (id),
    generation   integer not null,
    step         integer not null,
    kind         text    not null,
    rule_id      text    not null,
    binding      text    not null,
    stage        integer not null,
    state        text    not null,
    asked_at     integer not null,
    stage_at     integer not null,
    due_at       integer,
    remind_at    integer,
    escalate_at  integer,
    overdue_at   integer,
    taken_by     integer references person (id),
    taken_until  integer,
    outcome      text,
    ended_at     integer
) strict;
create unique index desk_task_of_job on desk_task (job_id, generation, step) where state in ('open', 'held');
create index desk_task_open on desk_task (asked_at, id) where state = 'open';
create index desk_task_due on desk_task (coalesce(due_at, 0), id) where state = 'open' and due_at is not null;
create index desk_task_by_job on desk_task (job_id, id);
create index desk_task_ended on desk_task (ended_at) where state = 'done';

-- The names of the fields in question, as JSON.
create table desk_task_words (
    task_id integer primary key references desk_task (id),
    job_id  text    not null references job (id),
    fields  text    not null
) strict;
create index desk_task_words_by_job on desk_task_words (job_id);

-- The groups and people who are asked in the stage that a task is in.
create table desk_asked (
    task_id integer not null references desk_task (id),
    name    text    not null,
    primary key (task_id, name)
) strict, without rowid;

-- People who can't answer although they are asked, and why: sender, reviewer, earlier approver, decided, delegated.
create table desk_excluded (
    task_id   integer not null references desk_task (id),
    person_id integer not null references person (id),
    why       text    not null,
    primary key (task_id, person_id)
) strict, without rowid;

-- What was decided, by whom, and the keyed hash of what they saw. Without a person: by the rule.
create table desk_decision (
    id        integer primary key autoincrement,
    task_id   integer not null references desk_task (id),
    job_id    text    not null references job (id),
    stage     integer not null,
    verdict   text    not null,
    person_id integer references person (id),
    at        integer not null,
    waited    integer not null, -- for how long its stage had been asked, in milliseconds
    seen_hash text    not null
) strict;
create index desk_decision_by_task on desk_decision (task_id, id);
create index desk_decision_by_job on desk_decision (job_id, id);
create index desk_decision_by_time on desk_decision (at);

create table desk_words (
    decision_id integer primary key references desk_decision (id),
    job_id      text    not null references job (id),
    stage_name  text    not null,
    reason      text    not null,
    fields      text    not null
) strict;
create index desk_words_by_job on desk_words (job_id);

-- Values that people entered instead of what was read.
create table desk_correction (
    id          integer primary key autoincrement,
    decision_id integer not null references desk_decision (id),
    job_id      text    not null references job (id),
    rule_id     text    not null,
    page        integer not null,
    at          integer not null
) strict;
create index desk_correction_by_rule on desk_correction (rule_id, at);
create index desk_correction_by_job on desk_correction (job_id);

create table desk_correction_words (
    correction_id integer primary key references desk_correction (id),
    job_id        text    not null references job (id),
    field         text    not null,
    extractor     text    not null,
    value_read    text    not null,
    entered       text    not null,
    box           text    not null
) strict;
create index desk_correction_words_by_job on desk_correction_words (job_id);
