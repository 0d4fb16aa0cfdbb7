-- +goose Up
-- A job that was taken in by mistake is closed like one that was handed over, and is listed nowhere: it stays to be
-- found by its own number and in the ledger.
alter table job add column mistaken_at timestamptz;

-- +goose Down
select 'migrations go forward only';
