-- Jobs: what a waiting one waits for, a wish to hold one that is at work, a run that replaces its earlier outputs, and whose
-- result a file is that came back in.
alter table job add column waits_for text not null default 'turn' check (waits_for in ('turn', 'destination'));
alter table job add column hold_wanted integer not null default 0;
alter table job add column redo_generation integer not null default 1;
alter table job add column origin_job text;
alter table job add column depth integer not null default 0;
alter table job add column left_in_folder integer not null default 0;
alter table job add column original_removed_at integer;
alter table job_words add column subfolder text not null default '';

update job set waits_for = 'destination' where state = 'waiting' and exists (
    select 1 from effect e where e.job_id = job.id and e.generation = job.generation and e.kind <> 'give back');

drop index job_by_state;
drop index job_by_rule;
drop index job_by_number;
create unique index job_by_number on job (number);
create index job_by_state on job (state, rule_id, number);
create index job_by_state_alone on job (state, number);
create index job_by_rule on job (rule_id, number);
create index job_by_change on job (changed_at, number);
create index job_by_state_and_change on job (state, changed_at, number);
create index job_by_rule_and_change on job (rule_id, changed_at, number);
create index job_by_creation on job (created_at, number);
create index job_by_original on job (main_sha256) where main_sha256 is not null;
create index job_by_turn on job (source_id, priority desc, number) where state = 'waiting' and waits_for = 'turn';

create table job_note (
    job_id    text    not null references job (id),
    number    integer not null,
    principal text    not null,
    at        integer not null,
    primary key (job_id, number)
) strict;

create table job_note_words (
    job_id text    not null references job (id),
    number integer not null,
    text   text    not null,
    primary key (job_id, number)
) strict;

create index arrival_by_source on arrival (source_id, seq);
create index arrival_file_by_content on arrival_file (sha256);

-- An upload that was named by its sender, so that sending it twice makes one job. The key is a keyed hash.
create table upload_key (
    key     text    primary key,
    job_id  text    not null,
    content text    not null,
    at      integer not null
) strict;
create index upload_key_by_time on upload_key (at);

-- The files of a claim as they were kept. path_key is a keyed hash of the path inside a dropped folder, empty for a single
-- file.
create table claim_file (
    claim    text    not null,
    path_key text    not null,
    size     integer not null,
    mtime    integer not null,
    ctime    integer not null,
    job_id   text    not null,
    primary key (claim, path_key)
) strict;
insert into claim_file (claim, path_key, size, mtime, ctime, job_id)
    select job_id, '', size, mtime, ctime, job_id from claim where state = 'held';

-- A file that stays in its hot folder: nobody wants it, it was there first, or it was taken and can't be removed.
create table lying_file_2 (
    source_id        integer not null references source (id),
    name_key         text    not null,
    size             integer not null,
    mtime            integer not null,
    ctime            integer not null,
    why              text    not null check (why in ('unwanted', 'left', 'taken')),
    rulebook_version integer not null,
    job_id           text    references job (id),
    primary key (source_id, name_key)
) strict;
insert into lying_file_2 select * from lying_file;
drop table lying_file;
alter table lying_file_2 rename to lying_file;

-- Effects may also take back what an earlier one filed. next_try_at is 0 for at once.
create table effect_2 (
    id               text    primary key,
    incarnation      integer not null,
    job_id           text    not null references job (id),
    generation       integer not null,
    step             integer not null,
    kind             text    not null check (kind in ('file', 'give back', 'withdraw', 'print', 'notify', 'hand over')),
    connection       text    not null,
    settings_hash    text    not null,
    idempotency_key  text    not null unique,
    document_key     text    not null,
    arrival_seq      integer not null,
    output           text    not null,
    depends_on       text    references effect (id),
    supersedes       text    references effect (id),
    withdraws        text    references effect (id),
    state            text    not null check (state in ('held', 'intended', 'acting', 'done', 'in doubt', 'abandoned')),
    reason_code      text,
    attempts         integer not null default 0,
    next_try_at      integer not null default 0,
    created_at       integer not null,
    changed_at       integer not null,
    version          integer not null default 1
) strict;
insert into effect_2 select id, incarnation, job_id, generation, step, kind, connection, settings_hash, idempotency_key,
    document_key, arrival_seq, output, depends_on, supersedes, withdraws, state, reason_code, attempts,
    coalesce(next_try_at, 0), created_at, changed_at, version from effect;
drop table effect;
alter table effect_2 rename to effect;
create index effect_by_state on effect (state, next_try_at);
create index effect_by_job on effect (job_id);
create index effect_by_document on effect (document_key, arrival_seq);

-- Receipts stay when a finished job is removed: by them the service knows its own results. name_key is the keyed hash of the
-- file name; renamed tells whether that differs from the name that the file came with.
create table receipt_2 (
    effect_id   text    primary key,
    incarnation integer not null,
    at          integer not null,
    job_id      text    not null,
    rule_id     text,
    place_key   text    not null,
    content_key text    not null,
    name_key    text    not null default '',
    renamed     integer not null default 0,
    size        integer not null,
    answer      text    not null,
    ended_at    integer
) strict;
insert into receipt_2 (effect_id, incarnation, at, job_id, rule_id, place_key, content_key, size, answer)
    select r.effect_id, r.incarnation, r.at, e.job_id, j.rule_id, r.place_key, r.content_key, r.size, r.answer
    from receipt r join effect e on e.id = r.effect_id join job j on j.id = e.job_id;
drop table receipt;
alter table receipt_2 rename to receipt;
create index receipt_by_place on receipt (place_key);
create index receipt_by_content on receipt (content_key);
