-- +goose Up
-- What was made is kept with what it looked like and with the revision that was worked from. Events from before have neither: they are
-- read against the revision that was in force when they came.
ALTER TABLE events ADD COLUMN look TEXT NOT NULL DEFAULT '';
ALTER TABLE events ADD COLUMN rev INTEGER NOT NULL DEFAULT 0;

-- +goose Down
SELECT 1;
