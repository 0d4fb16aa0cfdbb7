-- +goose Up
-- How a bike is ridden, as its owner tells it: mass, hill, road. What is not known is left out.
alter table bike add column riding jsonb not null default '{}';
-- What it costs the shop that a bike stands and waits for a day.
alter table settings add column waiting_minor bigint not null default 200 check (waiting_minor >= 0);
-- The work that a bike is called back for, where it is one the shop sells.
alter table call_back add column operation text not null default '';

-- +goose Down
select 'migrations go forward only';
