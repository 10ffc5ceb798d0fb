-- On which disk or share each hot folder and destination lay when it was last found in order.
create table folder_disk (
    folder      text primary key,
    device      integer not null,
    type        text not null,
    name        text not null,
    beside_home integer not null,
    marker      text not null,
    seen_at     integer not null
);
