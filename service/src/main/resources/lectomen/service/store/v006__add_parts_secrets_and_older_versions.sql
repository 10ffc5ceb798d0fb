-- What several rules name rather than write out, with every version of it.
create table part (
    name           text    primary key,
    latest_version integer not null,
    removed        integer not null default 0
) strict;

create table part_version (
    name      text    not null references part (name),
    version   integer not null,
    text      text    not null,
    reason    text    not null default '',
    principal text    not null,
    added_at  integer not null,
    primary key (name, version)
) strict;

-- The versions of the parts that a version of a rule was written with, as a JSON object.
alter table rule_version add column parts text not null default '{}';

-- Passwords, each sealed by a key that is kept outside the database.
create table secret (
    name       text    primary key,
    nonce      blob    not null,
    sealed     blob    not null,
    version    integer not null,
    principal  text    not null,
    changed_at integer not null
) strict;

-- Where a filing moved what it found in its place.
alter table effect_words add column older text;
