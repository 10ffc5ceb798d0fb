-- The files of a claim that takes several together, or that fails at once: what each is, and the job that told of it before.
-- Paths are keyed hashes. The rows go with the claim.
create table claim_piece (
    claim       text not null,
    path_key    text not null,
    role        text not null check (role in ('document', 'lone document', 'sidecar')),
    sidecar_key text,
    job_id      text,
    fails       text,
    primary key (claim, path_key)
) strict;

-- The data file that came beside the document of a job: its name, form, bytes, and what names in it mean.
alter table job_words add column sidecar text not null default '';

-- Documents that were taken without the data file that was awaited, by the keyed hash of the name that it would have had.
create table sidecar_awaited (
    name_key text    primary key,
    job_id   text    not null,
    at       integer not null
) strict;

-- Sources that are paused, and by whom.
create table source_pause (
    source_id integer primary key references source (id),
    principal text    not null,
    at        integer not null
) strict;

-- For sources that collect: the times as they are written, and up to when runs are accounted for.
create table source_schedule (
    source_id   integer primary key references source (id),
    times       text    not null,
    known_until integer not null
) strict;

create table source_run (
    id        integer primary key,
    source_id integer not null references source (id),
    due_at    integer not null,
    cause     text    not null check (cause in ('due', 'caught up', 'missed', 'asked for')),
    principal text    not null,
    began_at  integer not null,
    ended_at  integer,
    taken     integer not null default 0
) strict;
create index source_run_by_source on source_run (source_id, id);

-- What the keys of a rule's documents are made with; it stays when the rule gets another name, and no other rule has it.
alter table rule add column lineage text not null default '';
update rule set lineage = id;

-- A rule that is being renamed with its folder; the row goes once both are done.
create table rule_rename (
    only_row   integer primary key check (only_row = 1),
    rule_id    text    not null,
    new_id     text    not null,
    source_id  integer not null,
    folder     text    not null,
    new_folder text    not null,
    principal  text    not null,
    at         integer not null
) strict;

-- Effects may also tell whoever sent a document what became of it. by_document tells that document_key is the rule's own key,
-- by which a later document takes the place of an earlier one.
create table effect_2 (
    id               text    primary key,
    incarnation      integer not null,
    job_id           text    not null references job (id),
    generation       integer not null,
    step             integer not null,
    kind             text    not null
                     check (kind in ('file', 'give back', 'withdraw', 'answer', 'print', 'notify', 'hand over')),
    connection       text    not null,
    settings_hash    text    not null,
    idempotency_key  text    not null unique,
    document_key     text    not null,
    by_document      integer not null default 0,
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
    document_key, 0, arrival_seq, output, depends_on, supersedes, withdraws, state, reason_code, attempts, next_try_at,
    created_at, changed_at, version from effect;
drop table effect;
alter table effect_2 rename to effect;
create index effect_by_state on effect (state, next_try_at);
create index effect_by_job on effect (job_id);
create index effect_by_document on effect (document_key, arrival_seq);

-- By which later documents know what earlier ones of the same key filed. A keyed hash; empty where the rule has no key.
alter table receipt add column document_key text not null default '';
alter table receipt add column arrival_seq integer not null default 0;
create index receipt_by_document on receipt (document_key) where document_key <> '' and ended_at is null;
