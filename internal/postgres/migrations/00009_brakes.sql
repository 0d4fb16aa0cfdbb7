-- +goose Up
-- Brake fluid on the shelf. What was poured is in the runs of procedures.
create table bottle (
    id          uuid primary key,
    name        text             not null,
    family      text             not null check (family in ('mineral', 'dot')),
    grade       text             not null default '',
    batch       text             not null default '',
    opened_on   date,
    volume_ml   double precision not null,
    price_minor bigint           not null default 0,
    clean       boolean          not null default true,
    gone        boolean          not null default false,
    version     integer          not null default 1
);
create index entry_bottle on entry ((content->'guided'->>'bottle')) where kind = 'guided';
create index entry_pull on entry (job_id, seq) where kind = 'pull';
create index entry_run on entry ((content->'step'->>'run')) where kind = 'step';
create trigger tell after insert or update on bottle for each row execute function tell();

-- How far a lever comes is part of a bike's past.
drop index entry_past;
create index entry_past on entry (bike_id, seq) where kind in ('reading', 'figure', 'odometer', 'ride', 'air', 'item', 'work', 'bolt', 'pull');

-- +goose Down
select 'migrations go forward only';
