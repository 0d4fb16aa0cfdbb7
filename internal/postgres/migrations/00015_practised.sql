-- +goose Up
-- What was practised to its end: once for each fault that was hidden.
create table practised (
    staff_id uuid             not null references staff (id),
    kind     text             not null check (kind in ('hunt', 'brake', 'gears')),
    what     text             not null,
    seed     bigint           not null,
    score    integer          not null check (score between 0 and 100),
    seconds  double precision not null,
    at       timestamptz      not null,
    primary key (staff_id, kind, what, seed)
);

-- +goose Down
select 'migrations go forward only';
