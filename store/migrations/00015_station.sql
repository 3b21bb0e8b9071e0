-- +goose Up
-- Stations push what a scale under a hive reads, and the weather, by a token of which only a hash is kept.
CREATE TABLE station (
    id           TEXT PRIMARY KEY,
    operation_id TEXT NOT NULL REFERENCES operation(id),
    name         TEXT NOT NULL,
    colony_id    TEXT NOT NULL REFERENCES colony(id), -- under which it stands, and in whose yard
    token_hash   TEXT NOT NULL UNIQUE,
    made_utc     TEXT NOT NULL,
    actor        TEXT NOT NULL,
    heard_utc    TEXT, -- when it last sent something
    taken        INTEGER NOT NULL DEFAULT 0, -- readings, in all
    kept_out     INTEGER NOT NULL DEFAULT 0,
    why          TEXT NOT NULL DEFAULT '', -- the last was
    removed_utc  TEXT
) STRICT;

-- +goose Down
DROP TABLE station;
