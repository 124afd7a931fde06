-- +goose Up
-- A revision is a change, or an undo or redo of one: then its document is that of an earlier revision.
ALTER TABLE revisions ADD COLUMN act TEXT NOT NULL DEFAULT 'change' CHECK (act IN ('change', 'undo', 'redo'));

-- +goose Down
SELECT 1;
