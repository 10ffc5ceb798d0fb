-- What is known of a file besides its bytes: when it was changed last, who it came from, and the words its sender put on it.
alter table job add column modified_at integer;
alter table job_words add column sender text not null default '';
alter table job_words add column tags text not null default '[]';

-- Why a version of a rule was made, as its author said.
alter table rule_version add column reason text not null default '';

-- Tables by which rules check and complete fields. Their bytes are kept like those of documents.
create table lookup (
    name       text    primary key,
    sha256     text    not null references bytes (sha256),
    size       integer not null,
    row_count  integer not null,
    columns    text    not null,
    version    integer not null,
    principal  text    not null,
    changed_at integer not null
) strict;

-- Files kept with a rule, each with the result that is expected of it.
create table rule_sample (
    rule_id   text    not null references rule (id),
    name      text    not null,
    sha256    text    not null references bytes (sha256),
    size      integer not null,
    expected  text    not null,
    principal text    not null,
    kept_at   integer not null,
    primary key (rule_id, name)
) strict;
