-- +goose Up
-- What the hose of a pump takes out of what it is put on, as it was measured last.
alter table pressure_gauge add column hose jsonb;

-- +goose Down
select 'migrations go forward only';
