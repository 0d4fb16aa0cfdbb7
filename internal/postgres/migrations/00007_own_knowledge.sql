-- +goose Up
-- The workshop's own points, routes, work and faults, as text laid over what ships.
create table own_knowledge (
    file    text primary key,
    text    text    not null,
    version integer not null default 1
);
create trigger tell after insert or update on own_knowledge for each row execute function tell();

-- +goose Down
select 'migrations go forward only';
