-- +goose Up
-- What was told of a job when its bike was handed over, as it was told: the sheet's content in a form of its own, the
-- sheet as it was printed, and by which knowledge. It is written once, with the release, and never changed.
create table released_sheet (
    release    uuid        primary key references entry (id),
    job_id     uuid        not null references job,
    form       integer     not null,
    content    bytea       not null,
    pdf        bytea       not null,
    pdf_sha256 bytea       not null,
    knowledge  text        not null,
    afterwards boolean     not null default false,
    made_at    timestamptz not null
);
create index on released_sheet (job_id, made_at desc);
create trigger sheet_is_kept before update or delete on released_sheet for each row execute function entry_is_kept();

-- +goose Down
select 'migrations go forward only';
