-- The roles of people and tokens. Rules: a JSON array of ids that the role is limited to; null for everything.
create table role_grant (
    principal  text    not null,
    role       text    not null,
    rules      text,
    granted_at integer not null,
    granted_by text    not null,
    primary key (principal, role)
) strict, without rowid;

-- Everybody who could sign in so far could do everything.
insert into role_grant (principal, role, rules, granted_at, granted_by)
select 'person ' || id, 'administrator', null, made_at, 'service' from person;

alter table person add column disabled_at integer;
-- Somebody who is away has their work done by another person until then.
alter table person add column away_until integer;
alter table person add column delegate_id integer references person (id);

-- Where a session comes from, so that people can tell theirs.
alter table person_session add column address text not null default '';
alter table person_session add column browser text not null default '';

-- What a link makes: a person with these roles and groups as JSON, or a new password for a person.
alter table welcome_link add column invitation text;
alter table welcome_link add column person_id integer references person (id);

create table person_group (
    name    text    primary key,
    made_at integer not null
) strict, without rowid;

create table group_member (
    group_name text    not null references person_group (name),
    person_id  integer not null references person (id),
    primary key (group_name, person_id)
) strict, without rowid;
create index group_member_by_person on group_member (person_id);

-- Tokens for programs. The token itself is known to its holder alone.
create table access_token (
    id         integer primary key autoincrement,
    name       text    not null,
    token_hash text    not null unique,
    made_at    integer not null,
    made_by    text    not null,
    expires_at integer,
    used_at    integer,
    revoked_at integer
) strict;
