-- +goose Up
-- Who is told of a change, and what counts it, is declared beside the queries now; the program makes the triggers from
-- its declarations when it starts.
drop function tell() cascade;
drop function tell_device() cascade;
drop function tell_session_end() cascade;
drop function stamped() cascade;

-- +goose Down
select 'migrations go forward only';
