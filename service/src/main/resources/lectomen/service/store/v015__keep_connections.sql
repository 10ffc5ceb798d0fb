-- Connections. Their settings are JSON in the form of their kind; passwords in them are names of secrets.
create table connection (
    name      text    primary key,
    kind      text    not null,
    settings  text    not null,
    version   integer not null default 1,
    declared  integer not null,
    at_once   integer not null,
    paused_by text,
    paused_at integer
) strict;
