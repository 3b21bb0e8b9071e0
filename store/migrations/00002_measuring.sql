-- +goose Up
-- What a user chose for the operation: units, thresholds. Values are as typed.
CREATE TABLE setting (
    operation_id TEXT NOT NULL REFERENCES operation(id),
    key          TEXT NOT NULL,
    value        TEXT NOT NULL,
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL,
    PRIMARY KEY (operation_id, key)
) STRICT;

-- Box formats that a user added to the catalogue. A box that is put on carries
-- its dimensions in its event, so a later change here alters nothing of old.
CREATE TABLE box_format (
    id           TEXT PRIMARY KEY,
    operation_id TEXT NOT NULL REFERENCES operation(id),
    name         TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
    length_mm    REAL NOT NULL CHECK (length_mm > 0), -- of the comb inside a frame
    height_mm    REAL NOT NULL CHECK (height_mm > 0),
    slots        INTEGER NOT NULL CHECK (slots BETWEEN 1 AND 30),
    width_mm     REAL NOT NULL CHECK (width_mm > 0),  -- inside, across the frames
    box_kg       REAL NOT NULL CHECK (box_kg > 0),
    frame_kg     REAL NOT NULL CHECK (frame_kg > 0),
    super        INTEGER NOT NULL CHECK (super IN (0, 1)),
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL,
    UNIQUE (operation_id, name)
) STRICT;

-- Readings of a hive scale, as they came. One instant, one reading.
CREATE TABLE scale_reading (
    colony_id TEXT NOT NULL REFERENCES colony(id),
    at_utc    INTEGER NOT NULL, -- seconds since 1970-01-01
    kg        REAL NOT NULL CHECK (kg > 0 AND kg < 1000),
    PRIMARY KEY (colony_id, at_utc)
) STRICT, WITHOUT ROWID;

-- How the columns of a scale's file are to be read, by its header, so that it
-- is asked once.
CREATE TABLE scale_file (
    operation_id TEXT NOT NULL REFERENCES operation(id),
    header       TEXT NOT NULL,
    reading      TEXT NOT NULL CHECK (json_valid(reading)),
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL,
    PRIMARY KEY (operation_id, header)
) STRICT;

-- +goose Down
DROP TABLE scale_file;
DROP TABLE scale_reading;
DROP TABLE box_format;
DROP TABLE setting;
