-- +goose Up
-- A bike's past now holds its air as well.
drop index entry_past;
create index entry_past on entry (bike_id, seq) where kind in ('reading', 'figure', 'odometer', 'ride', 'air', 'item', 'work');

-- +goose Down
select 'migrations go forward only';
