-- +goose Up
create extension if not exists pg_trgm;

create table settings (
    singleton    boolean primary key default true check (singleton),
    name         text    not null,
    address      text    not null default '',
    currency     text    not null default 'GBP',
    tax_rate_bp  integer not null default 2000 check (tax_rate_bp between 0 and 10000),
    tax_included boolean not null default true,
    hourly_minor bigint  not null default 4800 check (hourly_minor >= 0),
    torque_unit  text    not null default 'N·m',
    time_zone    text    not null default 'Europe/London',
    version      integer not null default 1
);
insert into settings (name) values ('Workshop');

create table staff (
    id           uuid primary key,
    name         text    not null,
    role         text    not null check (role in ('keeper', 'mechanic', 'counter')),
    active       boolean not null default true,
    secret       text    not null,
    failed       integer not null default 0,
    locked_until timestamptz,
    version      integer not null default 1
);

create table sessions (
    token  text primary key,
    data   bytea       not null,
    expiry timestamptz not null
);
create index on sessions (expiry);

create table owner (
    id      uuid primary key,
    name    text    not null,
    phone   text    not null default '',
    email   text    not null default '',
    note    text    not null default '',
    version integer not null default 1
);

create table bike (
    id           uuid primary key,
    owner_id     uuid    not null references owner,
    make         text    not null,
    model        text    not null default '',
    colour       text    not null default '',
    frame_number text    not null default '',
    facts        jsonb   not null,
    version      integer not null default 1
);
create index on bike (owner_id);

-- One string a bike or owner is found by; phone numbers also without their spaces.
create function squeezed(text) returns text language sql immutable parallel safe
    return regexp_replace($1, '[^0-9]', '', 'g');
create index owner_search on owner using gin ((lower(name || ' ' || phone || ' ' || squeezed(phone))) gin_trgm_ops);
create index bike_search on bike using gin ((lower(make || ' ' || model || ' ' || colour || ' ' || frame_number)) gin_trgm_ops);

create table job (
    id          uuid primary key,
    number      integer     not null generated always as identity unique,
    bike_id     uuid        not null references bike,
    depth       text        not null,
    words       text        not null,
    reading     text        not null default '',
    condition   text        not null default '',
    stand       text        not null default '',
    promised_at timestamptz,
    opened_at   timestamptz not null,
    opened_by   uuid        not null references staff,
    released_at timestamptz,
    version     integer     not null default 1
);
create index on job (bike_id, opened_at desc);
create index job_in_shop on job (opened_at) where released_at is null;
create index job_released on job (released_at);

-- What was recorded, in the order it arrived. Rows are added, never changed.
create table entry (
    seq        bigint generated always as identity primary key,
    id         uuid        not null unique,
    job_id     uuid        not null references job,
    bike_id    uuid        not null references bike,
    kind       text        not null,
    supersedes uuid unique references entry (id),
    by         uuid        not null references staff,
    at         timestamptz not null,
    digest     bytea       not null,
    content    jsonb       not null
);
create index on entry (job_id, seq);
create index on entry (bike_id, seq) where kind in ('reading', 'figure');

-- +goose StatementBegin
create function entry_is_kept() returns trigger language plpgsql as $$
begin
    raise exception 'an entry is never changed: correct it with one that supersedes it';
end $$;
-- +goose StatementEnd
create trigger entry_is_kept before update or delete on entry for each row execute function entry_is_kept();

-- Whatever changes is told to all who listen, with the job or bike it is about.
-- +goose StatementBegin
create function tell() returns trigger language plpgsql as $$
declare
    what jsonb := jsonb_build_object('about', tg_table_name);
begin
    case tg_table_name
        when 'entry' then what := what || jsonb_build_object('job', new.job_id, 'bike', new.bike_id);
        when 'job' then what := what || jsonb_build_object('job', new.id, 'bike', new.bike_id);
        when 'bike' then what := what || jsonb_build_object('bike', new.id);
        else null;
    end case;
    perform pg_notify('changes', what::text);
    return null;
end $$;
-- +goose StatementEnd
create trigger tell after insert on entry for each row execute function tell();
create trigger tell after insert or update on job for each row execute function tell();
create trigger tell after insert or update on bike for each row execute function tell();
create trigger tell after update on owner for each row execute function tell();
create trigger tell after update of name, role, active, secret on staff for each row execute function tell();
create trigger tell after update on settings for each row execute function tell();

-- +goose Down
select 'migrations go forward only';
