-- +goose Up
-- Cloth on the shelf that all quilts share: a row for every change of a piece; the newest is how it lies there.
CREATE TABLE cloth (
    seq   INTEGER PRIMARY KEY AUTOINCREMENT,
    id    TEXT NOT NULL,
    piece TEXT NOT NULL,
    at    TEXT NOT NULL
) STRICT;

CREATE INDEX cloth_by_piece ON cloth (id, seq);

-- +goose StatementBegin
CREATE TRIGGER cloth_is_never_changed BEFORE UPDATE ON cloth
BEGIN
    SELECT RAISE(ABORT, 'changes of cloth are never changed');
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER cloth_is_never_deleted BEFORE DELETE ON cloth
BEGIN
    SELECT RAISE(ABORT, 'changes of cloth are never deleted');
END;
-- +goose StatementEnd

-- +goose Down
DROP TABLE cloth;
