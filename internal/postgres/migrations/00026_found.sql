-- +goose Up
-- How each joint was found, beside the entries that tell it: what comes loose is counted over years without opening them.
create table joint_found (
    entry     uuid    primary key references entry (id),
    seq       bigint  not null,
    bike_id   uuid    not null references bike,
    fastener  text    not null,
    position  text    not null,
    was       text    not null,
    by        uuid    not null,
    corrected boolean not null default false
);

-- +goose StatementBegin
create function joint_is_found() returns trigger language plpgsql as $$
begin
    if new.supersedes is not null then
        update joint_found set corrected = true where entry = new.supersedes;
    end if;
    if new.kind = 'torque' then
        insert into joint_found (entry, seq, bike_id, fastener, position, was, by)
        values (new.id, new.seq, new.bike_id, coalesce(new.content->'torque'->>'fastener', ''), coalesce(new.content->'torque'->>'position', ''),
                coalesce(new.content->'torque'->>'was', ''), new."by");
    end if;
    return null;
end $$;
-- +goose StatementEnd
create trigger joint_is_found after insert on entry for each row execute function joint_is_found();

insert into joint_found (entry, seq, bike_id, fastener, position, was, by, corrected)
select e.id, e.seq, e.bike_id, coalesce(e.content->'torque'->>'fastener', ''), coalesce(e.content->'torque'->>'position', ''),
       coalesce(e.content->'torque'->>'was', ''), e.by, exists (select from entry x where x.supersedes = e.id)
from entry e where e.kind = 'torque';

create index joint_found_in_turn on joint_found (bike_id, fastener, position, seq) include (was, by) where not corrected;

-- A new owner is found by the index at once, not after the next vacuum.
alter index owner_search set (fastupdate = off);
alter index bike_search set (fastupdate = off);

-- +goose Down
select 'migrations go forward only';
