-- 5 000 owners and bikes, 20 000 jobs of which 40 are in the shop, 400 000 entries.
create function v7() returns uuid language sql volatile as
$$ select overlay(gen_random_uuid()::text placing '7' from 15 for 1)::uuid $$;

-- No one listens yet, nothing is remembered yet, and a notification and a stamp a row would take minutes.
alter table bike disable trigger told, disable trigger counted;
alter table job disable trigger told, disable trigger counted;
alter table entry disable trigger told, disable trigger counted;

insert into owner (id, name, phone) select v7(), 'Owner ' || i, '0770 900 ' || i from generate_series(1, 5000) i;
insert into bike (id, owner_id, make, model, colour, facts)
select v7(), id, 'Staithe', 'Packet ' || row_number() over (), 'blue', $1::jsonb from owner;
insert into job (id, bike_id, depth, words, opened_at, opened_by, released_at)
select v7(), b.id, 'routine', 'Just the usual, please.', now() - n * interval '90 days', $2,
       case when n = 1 and b.rank <= 40 then null else now() - n * interval '90 days' + interval '1 day' end
from (select id, row_number() over (order by id) as rank from bike) b, generate_series(4, 1, -1) n;

insert into entry (id, job_id, bike_id, kind, by, at, digest, content)
select v7(), j.id, j.bike_id, k.kind, $2, j.opened_at + i * interval '1 minute', '\x00',
       case k.kind
           when 'reading' then jsonb_build_object('reading', jsonb_build_object(
               'point', (array['chain', 'front-pads', 'rear-pads', 'front-rotor', 'rear-rotor', 'headset', 'stem', 'frame', 'front-tyre', 'rear-tyre'])[i],
               'value', 1.8, 'typed', '1.8', 'word', 'Sound', 'judgement', jsonb_build_object('mark', 'sound', 'reason', 'Well over the limit of 1 mm.', 'next', 'Nothing to do.')))
           when 'torque' then jsonb_build_object('torque', jsonb_build_object(
               'fastener', (array['steerer-clamp', 'faceplate', 'lever-clamp', 'saddle-clamp', 'seatpost-clamp', 'crank-arm', 'pedal-left', 'pedal-right'])[i - 10],
               'position', 'left', 'found', 'not_checked', 'left_typed', '5.5', 'left_nm', 5.5))
           else jsonb_build_object('note', jsonb_build_object('text', 'Cleaned and looked over.'))
           end
from job j, generate_series(1, 20) i,
     lateral (select case when i <= 10 then 'reading' when i <= 18 then 'torque' else 'note' end as kind) k;
alter table bike enable trigger told, enable trigger counted;
alter table job enable trigger told, enable trigger counted;
alter table entry enable trigger told, enable trigger counted;
analyze;
