-- +goose Up
-- Photographs of a job, made smaller and stripped of everything but the picture.
create table photo (
    id      uuid primary key,
    job_id  uuid        not null references job,
    about   text        not null default '',
    caption text        not null default '',
    width   integer     not null,
    height  integer     not null,
    jpeg    bytea       not null,
    by      uuid        not null references staff,
    at      timestamptz not null,
    gone_at timestamptz
);
create index on photo (job_id, at);
create trigger tell_photo after insert or update on photo for each row execute function tell();
-- +goose StatementBegin
create or replace function tell() returns trigger language plpgsql as $$
declare
    what jsonb := jsonb_build_object('about', tg_table_name);
begin
    case tg_table_name
        when 'entry' then what := what || jsonb_build_object('job', new.job_id, 'bike', new.bike_id);
        when 'link', 'message', 'photo' then what := what || jsonb_build_object('job', new.job_id);
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
