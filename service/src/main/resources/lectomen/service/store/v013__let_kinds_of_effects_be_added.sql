-- The kinds of effects are known to the code alone, so that a new one needs no change here.
create table effect_2 (
    id               text    primary key,
    incarnation      integer not null,
    job_id           text    not null references job (id),
    generation       integer not null,
    step             integer not null,
    kind             text    not null,
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
    document_key, by_document, arrival_seq, output, depends_on, supersedes, withdraws, state, reason_code, attempts,
    next_try_at, created_at, changed_at, version from effect;
drop table effect;
alter table effect_2 rename to effect;
create index effect_by_state on effect (state, next_try_at);
create index effect_by_job on effect (job_id);
create index effect_by_document on effect (document_key, arrival_seq);
create index effect_by_depends_on on effect (depends_on) where depends_on is not null;
create index effect_by_supersedes on effect (supersedes) where supersedes is not null;
create index effect_by_withdraws on effect (withdraws) where withdraws is not null;
