-- When the person of a session last proved who they are.
alter table person_session add column fresh_at integer not null default 0;

-- People as a provider of sign-in or a directory knows them.
create table outside_identity (
    provider  text    not null,
    subject   text    not null,
    person_id integer not null references person (id),
    linked_at integer not null,
    primary key (provider, subject)
) strict, without rowid;
create index outside_identity_by_person on outside_identity (person_id);

-- The secret that a person's authenticator app shares with the service, sealed with the home's key. Step: of the last code used.
create table second_factor (
    person_id integer primary key references person (id),
    sealed    text    not null,
    set_up_at integer,
    step      integer not null default 0
) strict;

create table recovery_code (
    person_id integer not null references person (id),
    code_hash text    not null,
    primary key (person_id, code_hash)
) strict, without rowid;
