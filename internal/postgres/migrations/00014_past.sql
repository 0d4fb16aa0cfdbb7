-- +goose Up
-- What was read of a used spare while it was on a bike: its life goes along to the next one.
alter table stock_item add column past jsonb not null default '[]';

-- +goose Down
select 'migrations go forward only';
