-- +goose Up
-- Of which prints blocks were really sewn, as JSON.
ALTER TABLE events ADD COLUMN prints TEXT NOT NULL DEFAULT '';

-- +goose Down
SELECT 1;
