-- +goose Up
-- What a signature or a torque vouches for is what its writer could have seen: the sequence of the job on their screen,
-- and what their own tablet wrote before. A tablet's clock is compared each time it sends, and what was found is kept.
alter table entry add column seen bigint;
alter table entry add column tablet text not null default '';
alter table entry add column clock_ms bigint not null default 0;
alter table entry add column why text not null default '';

-- +goose Down
select 'migrations go forward only';
