-- +goose Up
-- A session that ends is told to every server, so that what it was shown stops at once. The token is a digest.
-- +goose StatementBegin
create function tell_session_end() returns trigger language plpgsql as $$
begin
    perform pg_notify('changes', jsonb_build_object('about', 'session', 'ended', old.token)::text);
    return null;
end $$;
-- +goose StatementEnd
create trigger tell_end after delete on sessions for each row execute function tell_session_end();

-- +goose Down
select 'migrations go forward only';
