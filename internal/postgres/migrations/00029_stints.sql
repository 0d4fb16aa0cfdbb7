-- +goose Up
-- Who has which piece in hand: asked for whenever somebody takes one up; and how long work took.
create index on entry (by, job_id, seq) where kind in ('took_up', 'laid_down');
create index on entry (seq) where kind in ('took_up', 'laid_down', 'work', 'served');

-- +goose Down
select 'migrations go forward only';
