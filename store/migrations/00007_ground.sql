-- +goose Up
-- What is asked for by id, by yard and by code is found by an index.
CREATE INDEX event_supersedes ON event (supersedes) WHERE supersedes IS NOT NULL;
CREATE INDEX colony_place_of_yard ON colony_place (yard_id, day, colony_id);
CREATE INDEX colony_place_code ON colony_place (code);
DROP INDEX standing_of_yard;
CREATE INDEX standing_line ON standing (yard_id, urgency, today, model_version);

-- How many combs of a colony should come out, so that their list reads those only.
ALTER TABLE standing ADD COLUMN culls INTEGER NOT NULL DEFAULT 0;
CREATE INDEX standing_culls ON standing (yard_id) WHERE culls > 0;

-- A code is one colony's at a time. Codes that were doubled before this stay.
-- +goose StatementBegin
CREATE TRIGGER code_is_free BEFORE INSERT ON colony_place
WHEN EXISTS (
    SELECT 1 FROM colony_place p
    JOIN colony c ON c.id = p.colony_id
    WHERE p.code = NEW.code AND p.colony_id <> NEW.colony_id
      AND c.operation_id = (SELECT operation_id FROM colony WHERE id = NEW.colony_id)
      AND p.day = (SELECT MAX(q.day) FROM colony_place q WHERE q.colony_id = p.colony_id))
BEGIN SELECT RAISE(ABORT, 'code is taken'); END;
-- +goose StatementEnd

-- A device that has joined. Its token is kept as a hash: who reads the file can
-- not sign as a device. One that was removed stays, so that what it wrote has a
-- name.
CREATE TABLE device (
    id           TEXT PRIMARY KEY,
    name         TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
    token_hash   TEXT NOT NULL UNIQUE, -- SHA-256 of a random token, hex
    old_link     INTEGER NOT NULL DEFAULT 0 CHECK (old_link IN (0, 1)), -- joined by the key that was one for all
    joined_utc   TEXT NOT NULL,
    used_utc     TEXT NOT NULL,
    removed_utc  TEXT
) STRICT;

-- A link by which one device joins, once, for ten minutes.
CREATE TABLE join_link (
    key_hash    TEXT PRIMARY KEY,
    expires_utc TEXT NOT NULL,
    used_utc    TEXT,
    actor       TEXT NOT NULL
) STRICT;

-- What was sent of a photo, hashed, to know it again; null: from before this.
ALTER TABLE photo ADD COLUMN sent_hash TEXT;

-- What a keeper sees of a colony beside its standing, worked out with it: JSON,
-- packed. It goes with the standing's hash.
CREATE TABLE told (
    colony_id  TEXT PRIMARY KEY REFERENCES colony(id),
    input_hash TEXT NOT NULL,
    body       BLOB NOT NULL,
    course     BLOB -- the forecast day by day, for the one page that draws it
) STRICT;

-- Colonies and yards whose inputs have changed since their standings were worked
-- out. Each change gives another mark, so that one which comes while a standing is
-- being worked out is not lost, nor is the newer of two written over by the older.
CREATE TABLE stale (
    colony_id TEXT PRIMARY KEY,
    mark      INTEGER NOT NULL DEFAULT (random())
) STRICT, WITHOUT ROWID;
CREATE TABLE stale_yard (
    yard_id TEXT PRIMARY KEY,
    mark    INTEGER NOT NULL DEFAULT (random())
) STRICT, WITHOUT ROWID;
INSERT INTO stale_yard (yard_id) SELECT id FROM yard;

-- +goose StatementBegin
CREATE TRIGGER stale_by_event AFTER INSERT ON event
BEGIN INSERT INTO stale (colony_id) VALUES (NEW.colony_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_place AFTER INSERT ON colony_place
BEGIN INSERT INTO stale (colony_id) VALUES (NEW.colony_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_reading AFTER INSERT ON scale_reading
BEGIN INSERT INTO stale (colony_id) VALUES (NEW.colony_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_reading_again AFTER UPDATE ON scale_reading
BEGIN INSERT INTO stale (colony_id) VALUES (NEW.colony_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_weather AFTER INSERT ON weather_day
BEGIN INSERT INTO stale_yard (yard_id) VALUES (NEW.yard_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_weather_again AFTER UPDATE ON weather_day
BEGIN INSERT INTO stale_yard (yard_id) VALUES (NEW.yard_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_bloom AFTER INSERT ON bloom
BEGIN INSERT INTO stale_yard (yard_id) VALUES (NEW.yard_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_bloom_gone AFTER DELETE ON bloom
BEGIN INSERT INTO stale_yard (yard_id) VALUES (OLD.yard_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_flow AFTER INSERT ON flow_note
BEGIN INSERT INTO stale_yard (yard_id) VALUES (NEW.yard_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_flow_gone AFTER DELETE ON flow_note
BEGIN INSERT INTO stale_yard (yard_id) VALUES (OLD.yard_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_visit AFTER INSERT ON visit
BEGIN INSERT INTO stale_yard (yard_id) VALUES (NEW.yard_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_visit_gone AFTER DELETE ON visit
BEGIN INSERT INTO stale_yard (yard_id) VALUES (OLD.yard_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_yard AFTER UPDATE ON yard
BEGIN INSERT INTO stale_yard (yard_id) VALUES (NEW.id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_setting AFTER INSERT ON setting
BEGIN INSERT INTO stale_yard (yard_id) SELECT id FROM yard WHERE operation_id = NEW.operation_id ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER stale_by_setting_again AFTER UPDATE ON setting WHEN OLD.value <> NEW.value
BEGIN INSERT INTO stale_yard (yard_id) SELECT id FROM yard WHERE operation_id = NEW.operation_id ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd

-- How many colonies of a yard are of each urgency, kept by triggers, so that the
-- list of all yards costs what it shows.
CREATE TABLE yard_tally (
    yard_id TEXT NOT NULL,
    urgency INTEGER NOT NULL,
    n       INTEGER NOT NULL,
    PRIMARY KEY (yard_id, urgency)
) STRICT, WITHOUT ROWID;
INSERT INTO yard_tally (yard_id, urgency, n) SELECT yard_id, urgency, COUNT(*) FROM standing GROUP BY yard_id, urgency;
-- +goose StatementBegin
CREATE TRIGGER tally_more AFTER INSERT ON standing
BEGIN INSERT INTO yard_tally (yard_id, urgency, n) VALUES (NEW.yard_id, NEW.urgency, 1) ON CONFLICT DO UPDATE SET n = n + 1; END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER tally_less AFTER DELETE ON standing
BEGIN UPDATE yard_tally SET n = n - 1 WHERE yard_id = OLD.yard_id AND urgency = OLD.urgency; END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER tally_moved AFTER UPDATE ON standing WHEN OLD.yard_id <> NEW.yard_id OR OLD.urgency <> NEW.urgency
BEGIN
    UPDATE yard_tally SET n = n - 1 WHERE yard_id = OLD.yard_id AND urgency = OLD.urgency;
    INSERT INTO yard_tally (yard_id, urgency, n) VALUES (NEW.yard_id, NEW.urgency, 1) ON CONFLICT DO UPDATE SET n = n + 1;
END;
-- +goose StatementEnd

-- +goose Down
DROP TRIGGER tally_moved;
DROP TRIGGER tally_less;
DROP TRIGGER tally_more;
DROP TABLE yard_tally;
DROP TRIGGER stale_by_setting_again;
DROP TRIGGER stale_by_setting;
DROP TRIGGER stale_by_yard;
DROP TRIGGER stale_by_visit_gone;
DROP TRIGGER stale_by_visit;
DROP TRIGGER stale_by_flow_gone;
DROP TRIGGER stale_by_flow;
DROP TRIGGER stale_by_bloom_gone;
DROP TRIGGER stale_by_bloom;
DROP TRIGGER stale_by_weather_again;
DROP TRIGGER stale_by_weather;
DROP TRIGGER stale_by_reading_again;
DROP TRIGGER stale_by_reading;
DROP TRIGGER stale_by_place;
DROP TRIGGER stale_by_event;
DROP TABLE stale_yard;
DROP TABLE stale;
DROP TABLE told;
ALTER TABLE photo DROP COLUMN sent_hash;
DROP TABLE join_link;
DROP TABLE device;
DROP TRIGGER code_is_free;
DROP INDEX standing_culls;
ALTER TABLE standing DROP COLUMN culls;
DROP INDEX standing_line;
CREATE INDEX standing_of_yard ON standing (yard_id);
DROP INDEX colony_place_code;
DROP INDEX colony_place_of_yard;
DROP INDEX event_supersedes;
