-- +goose Up
-- What moved into store and out of it, as the logs have it: derived, written with what
-- is kept beside them.
CREATE TABLE stock_move (
    colony_id TEXT NOT NULL REFERENCES colony(id),
    n         INTEGER NOT NULL, -- of the colony's, from 1
    day       INTEGER NOT NULL,
    kind      TEXT NOT NULL,
    what      TEXT NOT NULL, -- a format, a frame, a kind of feeder; or empty
    amount    REAL NOT NULL,
    PRIMARY KEY (colony_id, n)
) STRICT;
CREATE INDEX stock_move_day ON stock_move (day);

-- What was counted in store. Counts are never changed; the last of a day holds.
CREATE TABLE stock_count (
    id           TEXT NOT NULL, -- of the page on which it was counted
    kind         TEXT NOT NULL,
    what         TEXT NOT NULL,
    operation_id TEXT NOT NULL REFERENCES operation(id),
    day          INTEGER NOT NULL,
    amount       REAL NOT NULL CHECK (amount BETWEEN 0 AND 1000000),
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL,
    PRIMARY KEY (id, kind, what)
) STRICT;
CREATE INDEX stock_count_of ON stock_count (operation_id, day);
-- Which boxes hives were set up of.
CREATE INDEX event_set_up ON event (operation_id) WHERE kind = 'stack';
-- Moves of logs that were written before are worked out with their standings.
INSERT INTO stale (colony_id) SELECT id FROM colony WHERE true ON CONFLICT DO UPDATE SET mark = random();

-- +goose Down
DROP INDEX event_set_up;
DROP TABLE stock_count;
DROP TABLE stock_move;
