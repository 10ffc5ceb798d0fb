-- Where people get mails, what they choose, and when they get none. Times of day as 07:30.
alter table person add column mail text;
alter table person add column quiet_from text;
alter table person add column quiet_to text;

-- What a person chooses for a kind of notice; what is not here is told at once.
create table notice_choice (
    person_id integer not null references person (id),
    kind      text    not null,
    choice    text    not null,
    primary key (person_id, kind)
) strict, without rowid;

-- A mail with notices. It holds no words: they are made of its notices when it is sent.
create table notice_mail (
    id          integer primary key autoincrement,
    person_id   integer references person (id),
    address     text    not null,
    connection  text    not null,
    state       text    not null,
    attempts    integer not null default 0,
    next_try_at integer not null default 0,
    answer      text    not null default '',
    made_at     integer not null,
    changed_at  integer not null
) strict;
create index notice_mail_open on notice_mail (next_try_at) where state = 'intended';
create index notice_mail_by_person on notice_mail (person_id, id);

-- What a person, or an address, is told of. Repeats are counted in one row until it is closed: when its mail is made, or would be.
-- Job, name and reason: of the latest.
create table notice (
    id                integer primary key autoincrement,
    person_id         integer references person (id),
    address           text    not null default '',
    kind              text    not null,
    rule_id           text,
    about             text    not null default '',
    job_id            text,
    reason_code       text,
    reason_parameters text    not null default '{}',
    subject           text,
    words             text,
    gathered_by       text    not null,
    count             integer not null,
    first_at          integer not null,
    last_at           integer not null,
    due_at            integer not null,
    choice            text    not null,
    closed_at         integer,
    mail_id           integer references notice_mail (id),
    read_at           integer
) strict;
create unique index notice_open on notice (coalesce(person_id, 0), address, gathered_by) where closed_at is null;
create index notice_due on notice (due_at) where closed_at is null;
create index notice_by_person on notice (person_id, id);
create index notice_by_mail on notice (mail_id) where mail_id is not null;
create index notice_by_job on notice (job_id) where job_id is not null;

-- What is wrong with the service or its sources now, and was told.
create table notice_condition (
    subject text    primary key,
    since   integer not null
) strict, without rowid;
