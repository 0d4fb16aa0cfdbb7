-- +goose Up
-- The chart of a leg is typed once, for all bikes of a make and model: other bikes' jobs read it, so the shop counts it.
create index entry_leg_chart on entry (bike_id) where kind = 'leg_chart';

-- +goose StatementBegin
create or replace function stamped() returns trigger language plpgsql as $$
begin
    case tg_table_name
        when 'entry' then
            perform stamp_bike(new.bike_id);
            -- Of these the shop counts: a wrench's pulls, a bottle's rest, a drawer's pieces, a model's figures and charts.
            if new.supersedes is not null
                or new.kind = 'torque' and (new.content->'torque' ? 'wrench' or new.content->'torque' ? 'tool_reading')
                or new.kind in ('guided', 'work') and new.content->new.kind ? 'bottle'
                or new.kind = 'fitted' and new.content->'fitted' ? 'stock'
                or new.kind in ('figure', 'leg_chart')
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

-- +goose Down
select 'migrations go forward only';
