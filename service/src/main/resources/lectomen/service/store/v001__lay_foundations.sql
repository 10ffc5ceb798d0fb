-- Times are milliseconds since 1970 in UTC. Tables named *_words hold names, values and other words from documents or
-- people: their rows can be erased without touching anything that promises rest on.

create table store_identity (
    only_row    integer primary key check (only_row = 1),
    store_id    text    not null,
    incarnation integer not null,
    created_at  integer not null
) strict;

create table sequence (
    name text    primary key,
    next integer not null
) strict;

-- The history. Ids, codes, keyed hashes and times only.
create table ledger (
    seq           integer primary key,
    incarnation   integer not null,
    at            integer not null,
    principal     text    not null,
    event         text    not null,
    subject       text    not null,
    facts         text    not null,
    previous_hash text    not null,
    hash          text    not null
) strict;
create index ledger_by_subject on ledger (subject, seq);

create table rule (
    id             text    primary key,
    position       integer not null,
    state          text    not null check (state in ('draft', 'live', 'paused', 'retired')),
    latest_version integer not null,
    live_version   integer
) strict;

create table rule_version (
    rule_id   text    not null references rule (id),
    version   integer not null,
    text      text    not null,
    sha256    text    not null,
    principal text    not null,
    added_at  integer not null,
    primary key (rule_id, version)
) strict;

create table source (
    id     integer primary key,
    kind   text not null check (kind in ('folder', 'mailbox', 'upload')),
    folder text unique
) strict;

create table bytes (
    sha256     text    primary key,
    size       integer not null,
    uses       integer not null,
    stored_at  integer not null
) strict;

-- What came in together. Its number is the order in which everything that follows is done.
create table arrival (
    seq         integer primary key autoincrement,
    incarnation integer not null,
    source_id   integer not null references source (id),
    principal   text    not null,
    follows     integer references arrival (seq),
    arrived_at  integer not null
) strict;

create table arrival_file (
    arrival_seq integer not null references arrival (seq),
    part        integer not null,
    role        text    not null check (role in ('main', 'part', 'sidecar')),
    sha256      text    not null references bytes (sha256),
    size        integer not null,
    primary key (arrival_seq, part)
) strict;

create table job (
    id           text    primary key,
    incarnation  integer not null,
    number       integer not null,
    arrival_seq  integer references arrival (seq),
    source_id    integer not null references source (id),
    parent_id    text    references job (id),
    main_sha256  text    references bytes (sha256),
    size         integer not null,
    type         text    not null,
    wanted_rule  text,
    rule_id      text,
    rule_version integer,
    start_step   integer not null default 1,
    document_key text,
    state        text    not null,
    reason_code  text,
    generation   integer not null default 1,
    attempt      integer not null default 0,
    priority     integer not null default 50,
    next_try_at  integer,
    created_at   integer not null,
    changed_at   integer not null,
    version      integer not null default 1
) strict;
create index job_by_state on job (state, priority, number);
create index job_by_rule on job (rule_id, number);
create index job_by_number on job (number);

create table job_words (
    job_id            text primary key references job (id),
    name              text not null,
    reason_parameters text not null default '{}',
    considered        text not null default '[]'
) strict;

-- One file on its way out of a hot folder. Its job is made once its bytes are kept, under the id that is given here.
create table claim (
    job_id     text    primary key,
    source_id  integer not null references source (id),
    state      text    not null check (state in ('intended', 'held', 'removed', 'given back')),
    size       integer not null,
    mtime      integer not null,
    ctime      integer not null,
    claimed_at integer not null
) strict;
create index claim_by_state on claim (state);

-- A file that stays in its hot folder, so that it is said once and not again at each look. name_key is a keyed hash.
create table lying_file (
    source_id        integer not null references source (id),
    name_key         text    not null,
    size             integer not null,
    mtime            integer not null,
    ctime            integer not null,
    why              text    not null check (why in ('unwanted', 'left')),
    rulebook_version integer not null,
    job_id           text    references job (id),
    primary key (source_id, name_key)
) strict;

create table step_run (
    job_id      text    not null references job (id),
    generation  integer not null,
    attempt     integer not null,
    step        integer not null,
    word        text    not null,
    line        integer not null,
    outcome     text    not null check (outcome in ('done', 'failed', 'waits for person', 'waits for time',
                    'waits for partner', 'waits for children', 'waits for destination', 'waits for number')),
    reason_code text,
    input_hash  text,
    output_hash text,
    began_at    integer not null,
    ended_at    integer not null,
    primary key (job_id, generation, attempt, step)
) strict;

create table step_words (
    job_id     text    not null references job (id),
    generation integer not null,
    attempt    integer not null,
    step       integer not null,
    reasons    text    not null,
    primary key (job_id, generation, attempt, step)
) strict;

create table field_words (
    job_id     text    not null references job (id),
    generation integer not null,
    position   integer not null,
    name       text    not null,
    field      text    not null,
    primary key (job_id, generation, position)
) strict;

create table output (
    job_id     text    not null references job (id),
    name       text    not null,
    generation integer not null,
    sha256     text    not null references bytes (sha256),
    size       integer not null,
    type       text    not null,
    primary key (job_id, name, generation)
) strict;

create table effect (
    id               text    primary key,
    incarnation      integer not null,
    job_id           text    not null references job (id),
    generation       integer not null,
    step             integer not null,
    kind             text    not null check (kind in ('file', 'give back', 'print', 'notify', 'hand over')),
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
    next_try_at      integer,
    created_at       integer not null,
    changed_at       integer not null,
    version          integer not null default 1
) strict;
create index effect_by_state on effect (state, next_try_at);
create index effect_by_job on effect (job_id);
create index effect_by_document on effect (document_key, arrival_seq);

create table effect_words (
    effect_id         text primary key references effect (id),
    request           text not null,
    place             text,
    reason_parameters text not null default '{}'
) strict;

create table effect_attempt (
    effect_id   text    not null references effect (id),
    attempt     integer not null,
    began_at    integer not null,
    ended_at    integer,
    outcome     text,
    reason_code text,
    primary key (effect_id, attempt)
) strict;

create table receipt (
    effect_id   text    primary key references effect (id),
    incarnation integer not null,
    at          integer not null,
    place_key   text    not null,
    content_key text    not null,
    size        integer not null,
    answer      text    not null
) strict;
create index receipt_by_place on receipt (place_key);
create index receipt_by_content on receipt (content_key);
