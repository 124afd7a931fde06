-- +goose Up
-- What was measured is kept as it was typed; nothing that was counted before has it.
ALTER TABLE events ADD COLUMN reads TEXT NOT NULL DEFAULT '';

-- +goose Down
SELECT 1;
