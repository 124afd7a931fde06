-- +goose Up
CREATE TABLE quilts (
    id      TEXT PRIMARY KEY,
    created TEXT NOT NULL
) STRICT;

-- One row a revision. The newest is the project; older ones stay.
CREATE TABLE revisions (
    quilt    TEXT NOT NULL REFERENCES quilts (id),
    rev      INTEGER NOT NULL,
    document TEXT NOT NULL,
    at       TEXT NOT NULL,
    PRIMARY KEY (quilt, rev)
) STRICT;

-- Facts from the machine, in the order they arrived.
CREATE TABLE events (
    seq      INTEGER PRIMARY KEY AUTOINCREMENT,
    id       TEXT NOT NULL UNIQUE,
    quilt    TEXT NOT NULL REFERENCES quilts (id),
    step     TEXT NOT NULL,
    kind     TEXT NOT NULL,
    n        INTEGER NOT NULL,
    exact    TEXT NOT NULL,
    reason   TEXT NOT NULL,
    of       TEXT NOT NULL,
    at       TEXT NOT NULL,
    received TEXT NOT NULL
) STRICT;

CREATE INDEX events_of_a_quilt ON events (quilt, seq);

-- +goose StatementBegin
CREATE TRIGGER events_are_never_changed BEFORE UPDATE ON events
BEGIN
    SELECT RAISE(ABORT, 'events are never changed');
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER events_are_never_deleted BEFORE DELETE ON events
BEGIN
    SELECT RAISE(ABORT, 'events are never deleted');
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER revisions_are_never_changed BEFORE UPDATE ON revisions
BEGIN
    SELECT RAISE(ABORT, 'revisions are never changed');
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER revisions_are_never_deleted BEFORE DELETE ON revisions
BEGIN
    SELECT RAISE(ABORT, 'revisions are never deleted');
END;
-- +goose StatementEnd

-- +goose Down
DROP TABLE events;
DROP TABLE revisions;
DROP TABLE quilts;
