-- +goose Up
-- A quilt that is put away stays whole; it only does not lie on the shelf.
ALTER TABLE quilts ADD COLUMN away INTEGER NOT NULL DEFAULT 0 CHECK (away IN (0, 1));

-- +goose Down
SELECT 1;
