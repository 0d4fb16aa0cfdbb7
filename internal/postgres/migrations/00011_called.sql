-- +goose Up
-- What a bike is called back to have looked at again, where it is a point of the walk-round.
alter table call_back add column point text not null default '';

-- +goose Down
select 'migrations go forward only';
