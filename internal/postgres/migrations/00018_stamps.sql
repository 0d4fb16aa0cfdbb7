-- +goose Up
-- What is remembered of a job is exact as long as nothing that it was worked out from was changed. A stamp counts the
-- transactions that changed something of a bike; the shop's stamp those that changed what every job reads: wrenches,
-- bottles, drawers, settings, names. Both are counted as a transaction is about to commit, so that their locks are its
-- last and its shortest, and each at most once. The shop's has sixteen slots, one for a connection, lest all wait for one.
create table stamp (
    bike_id uuid   primary key,
    n       bigint not null default 1
);
create table shop_stamp (
    slot int    primary key,
    n    bigint not null default 1
);

create function stamp_bike(bike uuid) returns void language sql as $$
    insert into stamp (bike_id) values (bike)
    on conflict (bike_id) do update set n = stamp.n + 1 where stamp.xmin <> pg_current_xact_id()::xid
$$;
create function stamp_shop() returns void language sql as $$
    insert into shop_stamp (slot) values (pg_backend_pid() % 16)
    on conflict (slot) do update set n = shop_stamp.n + 1 where shop_stamp.xmin <> pg_current_xact_id()::xid
$$;

-- +goose StatementBegin
create function stamped() returns trigger language plpgsql as $$
begin
    case tg_table_name
        when 'entry' then
            perform stamp_bike(new.bike_id);
            -- Of these the shop counts: a wrench's pulls, a bottle's rest, a drawer's pieces, a model's figures.
            if new.supersedes is not null
                or new.kind = 'torque' and (new.content->'torque' ? 'wrench' or new.content->'torque' ? 'tool_reading')
                or new.kind in ('guided', 'work') and new.content->new.kind ? 'bottle'
                or new.kind = 'fitted' and new.content->'fitted' ? 'stock'
                or new.kind = 'figure'
            then
                perform stamp_shop();
            end if;
        when 'job', 'call_back' then
            perform stamp_bike(new.bike_id);
        when 'bike' then
            perform stamp_bike(new.id);
            if tg_op = 'INSERT' or (new.make, new.model) is distinct from (old.make, old.model) then
                perform stamp_shop(); -- a figure for all of a model is lent by its name
            end if;
        when 'owner' then
            perform stamp_bike(b.id) from bike b where b.owner_id = new.id order by b.id;
        when 'photo', 'link', 'message' then
            perform stamp_bike(j.bike_id) from job j where j.id = new.job_id;
        else
            perform stamp_shop();
    end case;
    return null;
end $$;
-- +goose StatementEnd
create constraint trigger stamped after insert on entry deferrable initially deferred for each row execute function stamped();
create constraint trigger stamped after insert or update on job deferrable initially deferred for each row execute function stamped();
create constraint trigger stamped after insert or update on bike deferrable initially deferred for each row execute function stamped();
create constraint trigger stamped after update on owner deferrable initially deferred for each row execute function stamped();
create constraint trigger stamped after insert or update on call_back deferrable initially deferred for each row execute function stamped();
create constraint trigger stamped after insert or update on photo deferrable initially deferred for each row execute function stamped();
create constraint trigger stamped after insert or update on link deferrable initially deferred for each row execute function stamped();
create constraint trigger stamped after insert or update on message deferrable initially deferred for each row execute function stamped();
create constraint trigger stamped after insert or update on wrench deferrable initially deferred for each row execute function stamped();
create constraint trigger stamped after insert or update on bottle deferrable initially deferred for each row execute function stamped();
create constraint trigger stamped after insert or update on stock_item deferrable initially deferred for each row execute function stamped();
create constraint trigger stamped after insert or update on tool_reading deferrable initially deferred for each row execute function stamped();
create constraint trigger stamped after update on settings deferrable initially deferred for each row execute function stamped();
create constraint trigger stamped after update on staff deferrable initially deferred for each row execute function stamped();

-- +goose Down
select 'migrations go forward only';
