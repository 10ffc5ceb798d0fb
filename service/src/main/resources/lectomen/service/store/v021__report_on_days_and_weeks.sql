-- The last report of each kind that people were notified of: the first day that it is about.
create table report_sent (
    period    text primary key,
    first_day text not null
) strict, without rowid;
