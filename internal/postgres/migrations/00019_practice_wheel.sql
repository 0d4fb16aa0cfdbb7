-- +goose Up
-- A wheel can be practised on as well.
alter table practised drop constraint practised_kind_check;
alter table practised add constraint practised_kind_check check (kind in ('hunt', 'brake', 'gears', 'wheel'));

-- +goose Down
select 'migrations go forward only';
