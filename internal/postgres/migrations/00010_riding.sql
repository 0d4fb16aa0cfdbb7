-- +goose Up
-- How a bike is ridden, as its owner tells it: mass, hill, road. What is not known is left out.
alter table bike add column riding jsonb not null default '{}';
-- What it costs the shop that a bike stands and waits for a day.
alter table settings add column waiting_minor bigint not null default 200 check (waiting_minor >= 0);
-- The work that a bike is called back for, where it is one the shop sells.
alter table call_back add column operation text not null default '';

-- Who wrote an entry has its answer already, and need not look again.
-- +goose StatementBegin
create or replace function tell() returns trigger language plpgsql as $$
declare
    what jsonb := jsonb_build_object('about', tg_table_name);
begin
    case tg_table_name
        when 'entry' then what := what || jsonb_build_object('job', new.job_id, 'bike', new.bike_id, 'entry', new.id);
        when 'link', 'message', 'photo' then what := what || jsonb_build_object('job', new.job_id);
        when 'call_back' then what := what || jsonb_build_object('job', new.job_id, 'bike', new.bike_id);
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
