-- +goose Up
-- What a bike was taken in for, by its name in the book: a service with steps. Jobs of before have a depth alone.
alter table job add column service text not null default '';

-- +goose Down
select 'migrations go forward only';
