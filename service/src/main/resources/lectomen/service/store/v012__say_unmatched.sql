-- A job that no rule matches is unmatched, and some reasons have other codes.
update job set state = 'unmatched' where state = 'unwanted';

create temporary table new_code (old text primary key, new text not null);
insert into new_code values
    ('rule.none-wants', 'rule.none-matches'),
    ('rule.none-here', 'rule.none-for-folder'),
    ('field.unsure', 'field.doubtful'),
    ('field.doubt', 'field.ambiguous'),
    ('ring.too-deep', 'rule.loop'),
    ('office.swells', 'office.expands'),
    ('office.signs', 'office.missing-characters'),
    ('convert.not-from', 'convert.unsupported'),
    ('seen.hold', 'duplicate.held'),
    ('seen.reject', 'duplicate.rejected'),
    ('intake.not-kept', 'intake.not-stored'),
    ('file.asked-for', 'file.action-chosen');
update job set reason_code = (select new from new_code where old = reason_code)
    where reason_code in (select old from new_code);
update effect set reason_code = (select new from new_code where old = reason_code)
    where reason_code in (select old from new_code);
update effect_attempt set reason_code = (select new from new_code where old = reason_code)
    where reason_code in (select old from new_code);
update step_run set reason_code = (select new from new_code where old = reason_code)
    where reason_code in (select old from new_code);
update step_words set reasons = replace(replace(replace(replace(replace(reasons,
        '"code":"field.unsure"', '"code":"field.doubtful"'),
        '"code":"field.doubt"', '"code":"field.ambiguous"'),
        '"code":"office.swells"', '"code":"office.expands"'),
        '"code":"office.signs"', '"code":"office.missing-characters"'),
        '"code":"convert.not-from"', '"code":"convert.unsupported"')
    where reasons glob '*"code":"[fco]*';
update rule_sample set expected = replace(replace(replace(replace(replace(replace(expected,
        '"reason":"field.unsure"', '"reason":"field.doubtful"'),
        '"reason":"field.doubt"', '"reason":"field.ambiguous"'),
        '"reason":"office.swells"', '"reason":"office.expands"'),
        '"reason":"office.signs"', '"reason":"office.missing-characters"'),
        '"reason":"convert.not-from"', '"reason":"convert.unsupported"'),
        '"reason":"rule.none-wants"', '"reason":"rule.none-matches"');
update rule_sample set expected = replace(expected, '"ending":"unwanted"', '"ending":"unmatched"');
drop table new_code;

-- Files that stay in their hot folders.
create table remaining_file (
    source_id        integer not null references source (id),
    name_key         text    not null,
    size             integer not null,
    mtime            integer not null,
    ctime            integer not null,
    why              text    not null check (why in ('unmatched', 'left', 'taken')),
    rulebook_version integer not null,
    job_id           text    references job (id),
    primary key (source_id, name_key)
) strict;
insert into remaining_file
    select source_id, name_key, size, mtime, ctime, case why when 'unwanted' then 'unmatched' else why end, rulebook_version, job_id
    from lying_file;
drop table lying_file;
