-- +goose Up
-- The order in which a yard's colonies stand, as its round walks them. A colony
-- that has no place comes after those that have, by code.
CREATE TABLE round_place (
    yard_id      TEXT NOT NULL REFERENCES yard(id),
    colony_id    TEXT NOT NULL REFERENCES colony(id),
    place        INTEGER NOT NULL,
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL,
    PRIMARY KEY (yard_id, colony_id)
) STRICT;

-- What came from a device under an id of the device's own making, with the
-- answer it got: the same again gets the same answer, and is not written twice.
CREATE TABLE sent (
    id           TEXT PRIMARY KEY,
    colony_id    TEXT NOT NULL REFERENCES colony(id),
    body_hash    TEXT NOT NULL,
    body         TEXT NOT NULL,
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL,
    answer       TEXT NOT NULL CHECK (json_valid(answer))
) STRICT;
CREATE INDEX sent_of_colony ON sent (colony_id);

-- Something else that came under the same id: kept beside, never over it.
CREATE TABLE sent_beside (
    id           TEXT NOT NULL REFERENCES sent(id),
    body_hash    TEXT NOT NULL,
    body         TEXT NOT NULL,
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL,
    PRIMARY KEY (id, body_hash)
) STRICT;

-- +goose Down
DROP TABLE sent_beside;
DROP TABLE sent;
DROP TABLE round_place;
