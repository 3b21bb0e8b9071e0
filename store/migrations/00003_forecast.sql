-- +goose Up
-- What a yard's colonies together say of its flow against the calendar, as the
-- mean and standard deviation of the logarithm, by the day it was worked out.
-- Derived: it can be made again from the logs.
CREATE TABLE yard_level (
    yard_id  TEXT PRIMARY KEY REFERENCES yard(id),
    day      INTEGER NOT NULL,
    mean     REAL NOT NULL,
    sd       REAL NOT NULL CHECK (sd > 0),
    colonies INTEGER NOT NULL -- that told something
) STRICT;

-- Wind and sunshine, where the source of the weather knows them.
ALTER TABLE weather_day ADD COLUMN wind_ms REAL;
ALTER TABLE weather_day ADD COLUMN sun_h REAL;

-- A plant that opens by warmth: degree-days over a base since 1 January (1 July
-- in the south), in place of a date.
ALTER TABLE bloom ADD COLUMN base_c REAL;
ALTER TABLE bloom ADD COLUMN degree_days REAL;

-- What a keeper saw of a flow: it has started, it is over. It moves the calendar
-- of that year.
CREATE TABLE flow_note (
    id           TEXT PRIMARY KEY,
    yard_id      TEXT NOT NULL REFERENCES yard(id),
    plant        TEXT NOT NULL,
    what         TEXT NOT NULL CHECK (what IN ('started', 'over')),
    day          INTEGER NOT NULL,
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL
) STRICT;
CREATE INDEX flow_note_yard ON flow_note(yard_id, day);

-- +goose Down
DROP TABLE flow_note;
ALTER TABLE bloom DROP COLUMN degree_days;
ALTER TABLE bloom DROP COLUMN base_c;
ALTER TABLE weather_day DROP COLUMN sun_h;
ALTER TABLE weather_day DROP COLUMN wind_ms;
DROP TABLE yard_level;
