-- +goose Up
-- In which direction something was measured.
ALTER TABLE events ADD COLUMN along TEXT NOT NULL DEFAULT '';

-- +goose Down
SELECT 1;
