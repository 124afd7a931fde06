-- +goose Up
-- What every event made and took by the plan it was counted by, found when it was first counted and kept whatever a newer
-- program would find. A recipe is written once, under a number that follows from what it says.
CREATE TABLE recipes (
    name    TEXT PRIMARY KEY,
    text    TEXT NOT NULL,
    version INTEGER NOT NULL
) STRICT, WITHOUT ROWID;

CREATE TABLE facts (
    event  INTEGER PRIMARY KEY REFERENCES events (seq),
    recipe TEXT NOT NULL REFERENCES recipes (name)
) STRICT;

-- The events that came before facts were kept: they counted every pile of what falls out of one run.
CREATE TABLE piled (
    seq INTEGER NOT NULL
) STRICT;

INSERT INTO piled SELECT coalesce(max(seq), 0) FROM events;

-- +goose StatementBegin
CREATE TRIGGER facts_are_never_changed BEFORE UPDATE ON facts
BEGIN
    SELECT RAISE(ABORT, 'facts are never changed');
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER facts_are_never_deleted BEFORE DELETE ON facts
BEGIN
    SELECT RAISE(ABORT, 'facts are never deleted');
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER recipes_are_never_changed BEFORE UPDATE ON recipes
BEGIN
    SELECT RAISE(ABORT, 'recipes are never changed');
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER recipes_are_never_deleted BEFORE DELETE ON recipes
BEGIN
    SELECT RAISE(ABORT, 'recipes are never deleted');
END;
-- +goose StatementEnd

-- +goose Down
DROP TABLE facts;
DROP TABLE recipes;
DROP TABLE piled;
