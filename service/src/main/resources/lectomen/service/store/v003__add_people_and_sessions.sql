-- People who sign in to the console. The ledger knows a person by number alone, so that a name can be erased.
create table person (
    id            integer primary key autoincrement,
    name          text    not null,
    sign_in       text    not null unique, -- in lower case
    password_hash text    not null,
    made_at       integer not null
);

-- Who is signed in. The token itself is known to the browser alone.
create table person_session (
    token_hash text    primary key,
    person_id  integer not null references person (id),
    made_at    integer not null,
    seen_at    integer not null
) without rowid;
create index person_session_by_person on person_session (person_id);

-- Links that make an administrator, each good for one use.
create table welcome_link (
    code_hash text    primary key,
    made_at   integer not null
) without rowid;

-- While it has a row, nothing is taken out of hot folders.
create table intake_pause (
    principal text    not null,
    at        integer not null
);
