-- +goose Up
-- A kind of entry more: how the hive is arranged, an excluder laid in or taken
-- out, the boxes of the nest turned, a double screen under it. A check cannot be
-- changed in place, so the log is copied, in order, into a table that knows it.
CREATE TABLE event_next (
    seq          INTEGER PRIMARY KEY AUTOINCREMENT,
    id           TEXT NOT NULL UNIQUE, -- made by the client, so twice is once
    operation_id TEXT NOT NULL REFERENCES operation(id),
    colony_id    TEXT NOT NULL REFERENCES colony(id),
    kind         TEXT NOT NULL CHECK (kind IN ('stack', 'look', 'box_on', 'box_off', 'combs_swapped', 'feed', 'treatment', 'weighing', 'combs', 'arranged', 'undo')),
    day          INTEGER NOT NULL,
    recorded_utc TEXT NOT NULL,
    actor        TEXT NOT NULL,
    supersedes   TEXT REFERENCES event_next(id),
    payload      TEXT NOT NULL CHECK (json_valid(payload))
) STRICT;
INSERT INTO event_next SELECT seq, id, operation_id, colony_id, kind, day, recorded_utc, actor, supersedes, payload FROM event ORDER BY seq;
DROP TABLE event;
ALTER TABLE event_next RENAME TO event;
CREATE INDEX event_of_colony ON event (colony_id, day, seq);
-- +goose StatementBegin
CREATE TRIGGER event_is_never_changed BEFORE UPDATE ON event
BEGIN SELECT RAISE(ABORT, 'events are never changed; write a correction'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER event_is_never_deleted BEFORE DELETE ON event
BEGIN SELECT RAISE(ABORT, 'events are never deleted; write an undo'); END;
-- +goose StatementEnd

-- +goose Down
CREATE TABLE event_before (
    seq          INTEGER PRIMARY KEY AUTOINCREMENT,
    id           TEXT NOT NULL UNIQUE,
    operation_id TEXT NOT NULL REFERENCES operation(id),
    colony_id    TEXT NOT NULL REFERENCES colony(id),
    kind         TEXT NOT NULL CHECK (kind IN ('stack', 'look', 'box_on', 'box_off', 'combs_swapped', 'feed', 'treatment', 'weighing', 'combs', 'undo')),
    day          INTEGER NOT NULL,
    recorded_utc TEXT NOT NULL,
    actor        TEXT NOT NULL,
    supersedes   TEXT REFERENCES event_before(id),
    payload      TEXT NOT NULL CHECK (json_valid(payload))
) STRICT;
INSERT INTO event_before SELECT seq, id, operation_id, colony_id, kind, day, recorded_utc, actor, supersedes, payload FROM event
    WHERE kind <> 'arranged' AND coalesce(supersedes, '') NOT IN (SELECT id FROM event WHERE kind = 'arranged') ORDER BY seq;
DROP TABLE event;
ALTER TABLE event_before RENAME TO event;
CREATE INDEX event_of_colony ON event (colony_id, day, seq);
-- +goose StatementBegin
CREATE TRIGGER event_is_never_changed BEFORE UPDATE ON event
BEGIN SELECT RAISE(ABORT, 'events are never changed; write a correction'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER event_is_never_deleted BEFORE DELETE ON event
BEGIN SELECT RAISE(ABORT, 'events are never deleted; write an undo'); END;
-- +goose StatementEnd
