-- +goose Up
-- The shop's own way with a contaminated brake.
alter table settings add column school text not null default 'replace' check (school in ('replace', 'rescue', 'lapping'));
create index entry_work on entry (bike_id, at) where kind = 'work';

-- +goose Down
select 'migrations go forward only';
