-- +goose Up
-- Identities are UUIDs as text. Days are local calendar days, as days since
-- 1970-01-01. Instants are UTC, RFC 3339.
CREATE TABLE operation (
    id   TEXT PRIMARY KEY,
    name TEXT NOT NULL
) STRICT;

CREATE TABLE yard (
    id           TEXT PRIMARY KEY,
    operation_id TEXT NOT NULL REFERENCES operation(id),
    name         TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
    climate      TEXT NOT NULL,
    hemisphere   TEXT NOT NULL CHECK (hemisphere IN ('north', 'south')),
    zone         TEXT NOT NULL,                                          -- IANA
    rhythm_days  INTEGER NOT NULL CHECK (rhythm_days BETWEEN 1 AND 120), -- between visits where none is planned
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL,
    UNIQUE (operation_id, name)
) STRICT;

-- What flowers in a yard, in season days (northern day of the year).
CREATE TABLE bloom (
    yard_id   TEXT NOT NULL REFERENCES yard(id),
    plant     TEXT NOT NULL,
    from_sd   INTEGER NOT NULL,
    peak_from INTEGER NOT NULL,
    peak_to   INTEGER NOT NULL,
    to_sd     INTEGER NOT NULL,
    strength  REAL NOT NULL CHECK (strength BETWEEN 0 AND 5),
    pollen    REAL NOT NULL CHECK (pollen BETWEEN 0 AND 1),
    PRIMARY KEY (yard_id, plant)
) STRICT;

CREATE TABLE weather_day (
    yard_id TEXT NOT NULL REFERENCES yard(id),
    day     INTEGER NOT NULL,
    min_c   REAL NOT NULL,
    max_c   REAL NOT NULL,
    rain_mm REAL NOT NULL CHECK (rain_mm >= 0),
    PRIMARY KEY (yard_id, day)
) STRICT;

CREATE TABLE visit (
    id      TEXT PRIMARY KEY,
    yard_id      TEXT NOT NULL REFERENCES yard(id),
    day          INTEGER NOT NULL,
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL,
    UNIQUE (yard_id, day)
) STRICT;

-- A stand is a place for hives within a yard.
CREATE TABLE stand (
    id           TEXT PRIMARY KEY,
    yard_id      TEXT NOT NULL REFERENCES yard(id),
    name         TEXT NOT NULL,
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL
) STRICT;

CREATE TABLE colony (
    id           TEXT PRIMARY KEY,
    operation_id TEXT NOT NULL REFERENCES operation(id)
) STRICT;

-- A colony's code, yard and stand are dated facts. Boxes, frames and queens have
-- their ids in the events that bring them.
CREATE TABLE colony_place (
    colony_id TEXT NOT NULL REFERENCES colony(id),
    day       INTEGER NOT NULL,
    yard_id   TEXT NOT NULL REFERENCES yard(id),
    stand_id  TEXT REFERENCES stand(id),
    code      TEXT NOT NULL CHECK (length(code) BETWEEN 1 AND 20),
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL,
    PRIMARY KEY (colony_id, day)
) STRICT;

-- The one log: append-only. The stack and all that is believed of a colony is
-- its fold; payload holds what was entered, never what was derived from it.
CREATE TABLE event (
    seq          INTEGER PRIMARY KEY AUTOINCREMENT,
    id           TEXT NOT NULL UNIQUE, -- made by the client, so twice is once
    operation_id TEXT NOT NULL REFERENCES operation(id),
    colony_id    TEXT NOT NULL REFERENCES colony(id),
    kind         TEXT NOT NULL CHECK (kind IN ('stack', 'look', 'box_on', 'box_off', 'combs_swapped', 'feed', 'treatment', 'weighing', 'combs', 'undo')),
    day          INTEGER NOT NULL,
    recorded_utc TEXT NOT NULL,
    actor        TEXT NOT NULL,
    supersedes   TEXT REFERENCES event(id),
    payload      TEXT NOT NULL CHECK (json_valid(payload))
) STRICT;
CREATE INDEX event_of_colony ON event (colony_id, day, seq);

-- +goose StatementBegin
CREATE TRIGGER event_is_never_changed BEFORE UPDATE ON event
BEGIN SELECT RAISE(ABORT, 'events are never changed; write a correction'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER event_is_never_deleted BEFORE DELETE ON event
BEGIN SELECT RAISE(ABORT, 'events are never deleted; write an undo'); END;
-- +goose StatementEnd

-- What the board shows of a colony, worked out when its inputs change.
CREATE TABLE standing (
    colony_id     TEXT PRIMARY KEY REFERENCES colony(id),
    yard_id       TEXT NOT NULL REFERENCES yard(id),
    today         INTEGER NOT NULL,
    model_version TEXT NOT NULL,
    input_hash    TEXT NOT NULL,
    urgency       INTEGER NOT NULL CHECK (urgency BETWEEN 0 AND 3), -- cannot wait, tight, not known, can wait
    food_end      INTEGER, -- likely day a runway ends; null: not within the horizon
    lay_end       INTEGER,
    store_end     INTEGER,
    body          TEXT NOT NULL CHECK (json_valid(body))
) STRICT;
CREATE INDEX standing_of_yard ON standing (yard_id);

-- +goose Down
DROP TABLE standing;
DROP TABLE event;
DROP TABLE colony_place;
DROP TABLE colony;
DROP TABLE stand;
DROP TABLE visit;
DROP TABLE weather_day;
DROP TABLE bloom;
DROP TABLE yard;
DROP TABLE operation;
