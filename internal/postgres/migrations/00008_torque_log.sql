-- +goose Up
-- What holds a bike together: facts that decide which fasteners it has.
update bike set facts = '{"stem": "threadless", "crank": "pinch", "bottom_bracket": "threaded", "post": "aluminium", "saddle_clamp": "two_bolt", "carries": []}'::jsonb || facts;

-- The shop's torque wrenches.
create table wrench (
    id            uuid primary key,
    name          text             not null unique,
    serial        text             not null default '',
    min_nm        double precision not null,
    max_nm        double precision not null,
    deviation_pct double precision not null default 0,
    checked_on    date,
    certificate   text             not null default '',
    months        integer          not null default 12,
    cycles        integer          not null default 5000,
    device        text             not null default '',
    retired       boolean          not null default false,
    version       integer          not null default 1
);
create index entry_wrench on entry ((content->'torque'->>'wrench'), at) where kind = 'torque';

-- Bikes that are to come back for something.
create table call_back (
    id        uuid primary key,
    job_id    uuid        not null references job,
    bike_id   uuid        not null references bike,
    what      text        not null,
    due       date        not null,
    fasteners text[]      not null default '{}',
    state     text        not null default 'open' check (state in ('open', 'done', 'dropped')),
    note      text        not null default '',
    ended_at  timestamptz,
    ended_by  uuid        references staff,
    version   integer     not null default 1
);
create index on call_back (bike_id);
create index call_back_open on call_back (due) where state = 'open';

-- What connected wrenches sent, readable or not. A reading is used once, or put aside.
create table tool_reading (
    id            uuid primary key,
    n             bigint generated always as identity,
    stream        text             not null unique, -- the place in the stream that it came by
    device        text             not null default '',
    seq           bigint           not null default 0,
    at            timestamptz      not null,        -- by the device's clock
    came          timestamptz      not null,
    nm            double precision,                 -- null when it cannot be read
    said          text             not null default '',
    fault         text             not null default '',
    calibrated_on text             not null default '',
    repeats       boolean          not null default false,
    late          boolean          not null default false,
    missed        integer          not null default 0,
    aside_at      timestamptz,
    aside_by      uuid             references staff,
    aside_why     text             not null default ''
);
create unique index tool_reading_once on tool_reading (device, seq) where device <> '' and seq > 0;
create index tool_reading_open on tool_reading (n) where aside_at is null;
create unique index entry_tool_reading on entry ((content->'torque'->>'tool_reading')) where kind = 'torque' and content->'torque'->>'tool_reading' is not null;

-- A bike's past now holds its torques and the bolts added to it, and what one bike's manual
-- says may hold for its make and model.
drop index entry_past;
create index entry_past on entry (bike_id, seq) where kind in ('reading', 'figure', 'odometer', 'ride', 'air', 'item', 'work', 'bolt');
create index entry_torque on entry (bike_id, (content->'torque'->>'fastener'), (content->'torque'->>'position'), seq) where kind = 'torque';
create index entry_for_model on entry (bike_id) where kind = 'figure' and (content->'figure'->>'for_model') = 'true';
create index bike_model on bike (lower(make), lower(model));

create trigger tell after insert or update on wrench for each row execute function tell();
create trigger tell after insert or update on call_back for each row execute function tell();
create trigger tell after insert on tool_reading for each statement execute function tell();
create trigger tell_aside after update on tool_reading for each statement execute function tell();
-- +goose StatementBegin
create or replace function tell() returns trigger language plpgsql as $$
declare
    what jsonb := jsonb_build_object('about', tg_table_name);
begin
    case tg_table_name
        when 'entry' then what := what || jsonb_build_object('job', new.job_id, 'bike', new.bike_id);
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
