-- +goose Up
-- A photograph that goes with a look: re-encoded, so that nothing of where or by
-- which device it was taken is kept.
CREATE TABLE photo (
    id           TEXT PRIMARY KEY, -- made by the client, so twice is once
    colony_id    TEXT NOT NULL REFERENCES colony(id),
    look_id      TEXT NOT NULL, -- of the look's event, which may still be on its way
    width        INTEGER NOT NULL,
    height       INTEGER NOT NULL,
    jpeg         BLOB NOT NULL,
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL
) STRICT;
CREATE INDEX photo_of_colony ON photo (colony_id);

-- +goose Down
DROP TABLE photo;
