-- +goose Up
-- The kinds of entry stand in a table of their own, so that another one is a row and
-- not a copy of the log. This is the last time that the log is copied for it.
CREATE TABLE event_kind (
    kind TEXT PRIMARY KEY
) STRICT, WITHOUT ROWID;
INSERT INTO event_kind (kind) VALUES
    ('stack'), ('look'), ('combs'), ('weighing'), ('undo'),
    ('box_on'), ('box_off'), ('combs_swapped'), ('feed'), ('treatment'), ('arranged');

CREATE TABLE event_next (
    seq          INTEGER PRIMARY KEY AUTOINCREMENT,
    id           TEXT NOT NULL UNIQUE, -- made by the client, so twice is once
    operation_id TEXT NOT NULL REFERENCES operation(id),
    colony_id    TEXT NOT NULL REFERENCES colony(id), -- at which it was noted
    kind         TEXT NOT NULL REFERENCES event_kind(kind),
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
CREATE INDEX event_supersedes ON event (supersedes) WHERE supersedes IS NOT NULL;

-- The colonies in whose logs an event between hives stands, that at which it was
-- noted among them: which of them gave something, and which got something.
CREATE TABLE event_colony (
    event_id  TEXT NOT NULL REFERENCES event(id),
    colony_id TEXT NOT NULL REFERENCES colony(id),
    gives     INTEGER NOT NULL CHECK (gives IN (0, 1)),
    gets      INTEGER NOT NULL CHECK (gets IN (0, 1)),
    PRIMARY KEY (event_id, colony_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX event_colony_of ON event_colony (colony_id, event_id);

-- +goose StatementBegin
CREATE TRIGGER event_is_never_changed BEFORE UPDATE ON event
BEGIN SELECT RAISE(ABORT, 'events are never changed; write a correction'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER event_is_never_deleted BEFORE DELETE ON event
BEGIN SELECT RAISE(ABORT, 'events are never deleted; write an undo'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_event AFTER INSERT ON event
BEGIN INSERT INTO stale (colony_id) VALUES (NEW.colony_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER event_colony_is_never_changed BEFORE UPDATE ON event_colony
BEGIN SELECT RAISE(ABORT, 'events are never changed; write a correction'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER event_colony_is_never_deleted BEFORE DELETE ON event_colony
BEGIN SELECT RAISE(ABORT, 'events are never deleted; write an undo'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_event_colony AFTER INSERT ON event_colony
BEGIN INSERT INTO stale (colony_id) VALUES (NEW.colony_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd

-- +goose Down
-- What stood in several logs, and kinds that the form before does not know, are left
-- out, with what took them back.
CREATE TABLE event_before (
    seq          INTEGER PRIMARY KEY AUTOINCREMENT,
    id           TEXT NOT NULL UNIQUE,
    operation_id TEXT NOT NULL REFERENCES operation(id),
    colony_id    TEXT NOT NULL REFERENCES colony(id),
    kind         TEXT NOT NULL CHECK (kind IN ('stack', 'look', 'box_on', 'box_off', 'combs_swapped', 'feed', 'treatment', 'weighing', 'combs', 'arranged', 'undo')),
    day          INTEGER NOT NULL,
    recorded_utc TEXT NOT NULL,
    actor        TEXT NOT NULL,
    supersedes   TEXT REFERENCES event_before(id),
    payload      TEXT NOT NULL CHECK (json_valid(payload))
) STRICT;
CREATE TEMP TABLE event_left AS
    WITH RECURSIVE gone(id) AS (
        SELECT id FROM event WHERE id IN (SELECT event_id FROM event_colony)
            OR kind NOT IN ('stack', 'look', 'box_on', 'box_off', 'combs_swapped', 'feed', 'treatment', 'weighing', 'combs', 'arranged', 'undo')
        UNION SELECT e.id FROM event e JOIN gone g ON e.supersedes = g.id)
    SELECT id FROM gone;
INSERT INTO event_before SELECT seq, id, operation_id, colony_id, kind, day, recorded_utc, actor, supersedes, payload FROM event
    WHERE id NOT IN (SELECT id FROM event_left) ORDER BY seq;
DROP TABLE event_left;
DROP TABLE event_colony;
DROP TABLE event;
ALTER TABLE event_before RENAME TO event;
DROP TABLE event_kind;
CREATE INDEX event_of_colony ON event (colony_id, day, seq);
CREATE INDEX event_supersedes ON event (supersedes) WHERE supersedes IS NOT NULL;
-- +goose StatementBegin
CREATE TRIGGER event_is_never_changed BEFORE UPDATE ON event
BEGIN SELECT RAISE(ABORT, 'events are never changed; write a correction'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER event_is_never_deleted BEFORE DELETE ON event
BEGIN SELECT RAISE(ABORT, 'events are never deleted; write an undo'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_event AFTER INSERT ON event
BEGIN INSERT INTO stale (colony_id) VALUES (NEW.colony_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
