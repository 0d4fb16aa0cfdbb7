-- +goose Up
-- How a sheet was composed when its bike was handed over: what a screen shows of it afterwards, in the words
-- of that day. Sheets from before have none; their PDF stands.
alter table released_sheet add column layout json;

-- +goose Down
select 'migrations go forward only';
