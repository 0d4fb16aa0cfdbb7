-- +goose Up
-- Parts in the shop's drawers. What is left is what was counted, less what was fitted since.
create table stock_item (
    id          uuid primary key,
    code        text    not null,
    name        text    not null,
    kind        text    not null,
    particulars jsonb   not null default '{}',
    grade       text    not null default 'new' check (grade in ('new', 'good', 'worn')),
    counted     integer not null check (counted >= 0),
    counted_seq bigint  not null default 0,
    least       integer not null default 0,
    bin         text    not null default '',
    price_minor bigint  not null default 0,
    cost_minor  bigint  not null default 0,
    supplier    text    not null default '',
    note        text    not null default '',
    version     integer not null default 1,
    constraint stock_code_key unique (code)
);
create index entry_stock on entry ((content->'fitted'->>'stock'), seq) where kind = 'fitted' and content->'fitted'->>'stock' is not null;
create trigger tell after insert or update on stock_item for each row execute function tell();

-- +goose Down
select 'migrations go forward only';
