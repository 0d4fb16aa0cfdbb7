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
create index entry_run on entry ((content->'step'->>'run')) where kind = 'step';
create trigger tell after insert or update on bottle for each row execute function tell();

-- +goose Down
select 'migrations go forward only';
