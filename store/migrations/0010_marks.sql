-- +goose Up
-- From which event on a revision's cutting is planned from what there is: where the revision was stored, or where that
-- was asked for. What was counted before is stock, what comes after is held against that plan.
CREATE TABLE marks (
    quilt TEXT    NOT NULL REFERENCES quilts (id),
    rev   INTEGER NOT NULL,
    seq   INTEGER NOT NULL REFERENCES events (seq),
    at    TEXT    NOT NULL,
    PRIMARY KEY (quilt, rev, seq)
) STRICT, WITHOUT ROWID;

-- +goose StatementBegin
CREATE TRIGGER a_revision_is_marked AFTER INSERT ON revisions
    WHEN EXISTS (SELECT 1 FROM events WHERE quilt = NEW.quilt)
BEGIN
    INSERT INTO marks (quilt, rev, seq, at) SELECT NEW.quilt, NEW.rev, max(seq), NEW.at FROM events WHERE quilt = NEW.quilt;
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER marks_are_never_changed BEFORE UPDATE ON marks
BEGIN
    SELECT RAISE(ABORT, 'marks are never changed');
END;
-- +goose StatementEnd

-- +goose StatementBegin
CREATE TRIGGER marks_are_never_deleted BEFORE DELETE ON marks
BEGIN
    SELECT RAISE(ABORT, 'marks are never deleted');
END;
-- +goose StatementEnd

-- +goose Down
DROP TRIGGER a_revision_is_marked;
DROP TABLE marks;
