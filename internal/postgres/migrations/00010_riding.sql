-- +goose Up
-- How a bike is ridden, as its owner tells it: mass, hill, road. What is not known is left out.
alter table bike add column riding jsonb not null default '{}';
-- What it costs the shop that a bike stands and waits for a day.
alter table settings add column waiting_minor bigint not null default 200 check (waiting_minor >= 0);

-- +goose Down
select 'migrations go forward only';
