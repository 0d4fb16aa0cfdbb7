-- +goose Up
-- The tablets and computers that the shop has admitted. One that waits to be admitted has a code instead of a time;
-- the code is a digest, and ends.
create table device (
    id          uuid        primary key,
    name        text        not null check (name <> ''),
    admitted_at timestamptz,
    used_at     timestamptz,
    code        bytea       unique,
    code_until  timestamptz,
    check ((admitted_at is null) = (code is not null)),
    check ((code is null) = (code_until is null))
);

-- Keys that cookies are signed with. 256 bits that nobody chose: two random ids hold 244.
create table signing (
    name text  primary key,
    key  bytea not null
);
insert into signing (name, key)
values ('device', sha256(convert_to(gen_random_uuid()::text || gen_random_uuid()::text, 'UTF8')));

-- Wrong secrets are counted by member and device, so that nobody can lock another's tablet.
create table sign_in_try (
    staff_id uuid        not null references staff,
    device   text        not null,
    failed   int         not null default 0,
    until    timestamptz,
    primary key (staff_id, device)
);
alter table staff drop column failed, drop column locked_until;

-- A device that is sent away is told to every server at once.
-- +goose StatementBegin
create function tell_device() returns trigger language plpgsql as $$
begin
    perform pg_notify('changes', jsonb_build_object('about', 'device')::text);
    return null;
end $$;
-- +goose StatementEnd
create trigger tell after insert or delete or update of name, admitted_at on device
    for each statement execute function tell_device();

-- How many questions were asked by a link: an owner's page is no way to fill the shop's notes.
alter table link add column asked int not null default 0;

-- +goose Down
select 'migrations go forward only';
