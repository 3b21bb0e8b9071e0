-- +goose Up
-- The account of honey from the extractor to the door: only ever added to; what is taken back is an entry of its own.
CREATE TABLE lot_entry (
    seq          INTEGER PRIMARY KEY AUTOINCREMENT,
    id           TEXT NOT NULL UNIQUE, -- made by the client, so twice is once
    operation_id TEXT NOT NULL REFERENCES operation(id),
    kind         TEXT NOT NULL,
    day          INTEGER NOT NULL,
    supersedes   TEXT REFERENCES lot_entry(id),
    payload      TEXT NOT NULL CHECK (json_valid(payload)),
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL
) STRICT;
CREATE INDEX lot_entry_of ON lot_entry (operation_id, day, seq);

-- +goose Down
DROP TABLE lot_entry;
