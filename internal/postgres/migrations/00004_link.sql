-- +goose Up
-- A link by which an owner answers without signing in. Only a digest of its token is kept.
create table link (
    id            uuid primary key,
    job_id        uuid        not null references job,
    token_hash    bytea       not null unique,
    made_by       uuid        not null references staff,
    made_at       timestamptz not null,
    expires_at    timestamptz not null,
    revoked_at    timestamptz,
    answered_at   timestamptz,
    answered_from text        not null default ''
);
create index on link (job_id, made_at desc);

-- Messages to owners, sent in the background. A message that was being sent when the server
-- stopped may have gone out: it stays "unsure" until a person decides.
create table message (
    id         uuid primary key,
    job_id     uuid        not null references job,
    sent_to    text        not null,
    subject    text        not null,
    body       text        not null,
    secret     text        not null default '',
    made_by    uuid        not null references staff,
    made_at    timestamptz not null,
    state      text        not null default 'queued' check (state in ('queued', 'sending', 'sent', 'failed', 'unsure')),
    tries      integer     not null default 0,
    next_at    timestamptz not null,
    ended_at   timestamptz,
    problem    text        not null default ''
);
create index on message (job_id, made_at desc);
create index message_waiting on message (next_at) where state in ('queued', 'sending');

alter table settings add column message text not null default
E'Hello {owner},\n\nwe have looked at your {bike}. This is what we found, what we would do and what it costs. Please answer here, it takes two minutes:\n\n{link}\n\nThe link is for you alone and is good until {until}. If anything is unclear, ask on that page or ring us.\n\n{shop}';

-- Whoever looks at the job hears of both.
create trigger tell after update on link for each row execute function tell();
create trigger tell after insert or update on message for each row execute function tell();
-- +goose StatementBegin
create or replace function tell() returns trigger language plpgsql as $$
declare
    what jsonb := jsonb_build_object('about', tg_table_name);
begin
    case tg_table_name
        when 'entry' then what := what || jsonb_build_object('job', new.job_id, 'bike', new.bike_id);
        when 'link', 'message' then what := what || jsonb_build_object('job', new.job_id);
        when 'job' then what := what || jsonb_build_object('job', new.id, 'bike', new.bike_id);
        when 'bike' then what := what || jsonb_build_object('bike', new.id);
        else null;
    end case;
    perform pg_notify('changes', what::text);
    return null;
end $$;
-- +goose StatementEnd

-- +goose Down
select 'migrations go forward only';
