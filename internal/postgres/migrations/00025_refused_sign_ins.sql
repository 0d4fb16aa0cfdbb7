-- +goose Up
-- Sign-ins that were refused for a wrong secret: who was meant, on which device, where from. Never what was typed.
create table refused_sign_in (
    id      bigint generated always as identity primary key,
    at      timestamptz not null,
    name    text        not null,
    device  text        not null,
    address text        not null
);

-- +goose Down
select 'migrations go forward only';
