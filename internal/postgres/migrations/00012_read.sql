-- +goose Up
-- Who read a fact on the bike, and when: {"front_fluid": {"by": "Ida Oyelaran", "at": "2026-11-26T09:30:00Z"}}.
alter table bike add column facts_read jsonb not null default '{}';

-- The fluid of a brake was filled in by the kind of bike until now: nobody's name stands under it,
-- and the wrong one destroys the seals. It is unknown until somebody reads the cap.
update bike set facts = facts || '{"front_fluid": "unknown"}' where facts->>'front_fluid' in ('mineral', 'dot');
update bike set facts = facts || '{"rear_fluid": "unknown"}' where facts->>'rear_fluid' in ('mineral', 'dot');

-- The past of a bike is found whatever the kinds of its entries.
create index entry_bike on entry (bike_id, seq);
drop index entry_past;

-- What work poured of a bottle, where no guided run says so.
create index entry_work_bottle on entry ((content->'work'->>'bottle')) where kind = 'work' and content->'work'->>'bottle' is not null;

-- +goose Down
select 'migrations go forward only';
