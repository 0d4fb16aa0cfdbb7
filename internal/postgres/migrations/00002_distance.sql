-- +goose Up
-- How far a bike goes in a week, by its owner; 0 when they do not know.
alter table bike add column weekly_km integer not null default 0 check (weekly_km >= 0);

-- What a bike's past is read from: what was measured, how far it went, what was renewed.
create index entry_past on entry (bike_id, seq) where kind in ('reading', 'figure', 'odometer', 'ride', 'item', 'work');
drop index entry_bike_id_seq_idx;
create index entry_latest_readings on entry (at desc) where kind = 'reading';

-- +goose Down
select 'migrations go forward only';
