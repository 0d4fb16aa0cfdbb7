-- +goose Up
-- The shop's pressure gauges, and how each was held against another.
create table pressure_gauge (
    id        uuid primary key,
    name      text             not null unique,
    most_bar  double precision not null,
    class_pct double precision not null default 0,
    months    integer          not null default 6,
    retired   boolean          not null default false,
    version   integer          not null default 1
);
create table gauge_check (
    id      uuid        primary key,
    gauge   uuid        not null references pressure_gauge,
    against text        not null,
    pairs   jsonb       not null,
    at      timestamptz not null,
    by      uuid        not null references staff
);
create index gauge_check_gauge on gauge_check (gauge, at desc);
create index entry_gauge on entry ((content->'air'->>'gauge'), at) where kind = 'air';
create trigger tell after insert or update on pressure_gauge for each row execute function tell();
create trigger tell after insert on gauge_check for each row execute function tell();
create constraint trigger stamped after insert or update on pressure_gauge deferrable initially deferred for each row execute function stamped();
create constraint trigger stamped after insert on gauge_check deferrable initially deferred for each row execute function stamped();

-- +goose Down
select 'migrations go forward only';
