-- +goose Up
-- Where a colony stands and what it is called is worked out from its log; a stand is
-- named in the keeper's words. The table is copied, since a column with a reference
-- cannot be dropped.
DROP TRIGGER code_is_free;
DROP TRIGGER stale_by_place;
CREATE TABLE colony_place_next (
    colony_id TEXT NOT NULL REFERENCES colony(id),
    day       INTEGER NOT NULL,
    yard_id   TEXT NOT NULL REFERENCES yard(id),
    stand     TEXT NOT NULL DEFAULT '' CHECK (length(stand) <= 60),
    code      TEXT NOT NULL CHECK (length(code) BETWEEN 1 AND 20),
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL,
    PRIMARY KEY (colony_id, day)
) STRICT;
INSERT INTO colony_place_next (colony_id, day, yard_id, code, actor, recorded_utc)
    SELECT colony_id, day, yard_id, code, actor, recorded_utc FROM colony_place;
DROP TABLE colony_place;
ALTER TABLE colony_place_next RENAME TO colony_place;
CREATE INDEX colony_place_of_yard ON colony_place (yard_id, day, colony_id);
CREATE INDEX colony_place_code ON colony_place (code);
DROP TABLE stand;

-- Where a colony stood and what it was called when it began; what came after is in
-- its log.
ALTER TABLE colony ADD COLUMN first_yard TEXT;
ALTER TABLE colony ADD COLUMN first_code TEXT;
UPDATE colony SET (first_yard, first_code) =
    (SELECT p.yard_id, p.code FROM colony_place p WHERE p.colony_id = colony.id ORDER BY p.day LIMIT 1);

-- Colonies that are no more, as their logs say: out of boards and loads, still in
-- searches and books. How 'mistake' is one that never was.
CREATE TABLE colony_end (
    colony_id TEXT PRIMARY KEY REFERENCES colony(id),
    day       INTEGER NOT NULL,
    how       TEXT NOT NULL,
    into_id   TEXT NOT NULL DEFAULT '' -- the colony with which it was united
) STRICT;
CREATE INDEX colony_end_day ON colony_end (day);

-- +goose StatementBegin
CREATE TRIGGER stale_by_place AFTER INSERT ON colony_place
BEGIN INSERT INTO stale (colony_id) VALUES (NEW.colony_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER code_is_free BEFORE INSERT ON colony_place
WHEN EXISTS (
    SELECT 1 FROM colony_place p
    JOIN colony c ON c.id = p.colony_id
    WHERE p.code = NEW.code AND p.colony_id <> NEW.colony_id
      AND c.operation_id = (SELECT operation_id FROM colony WHERE id = NEW.colony_id)
      AND p.day = (SELECT MAX(q.day) FROM colony_place q WHERE q.colony_id = p.colony_id)
      AND NOT EXISTS (SELECT 1 FROM colony_end e WHERE e.colony_id = p.colony_id))
  AND NOT EXISTS (SELECT 1 FROM colony_end e WHERE e.colony_id = NEW.colony_id)
BEGIN SELECT RAISE(ABORT, 'code is taken'); END;
-- +goose StatementEnd
-- What has ended is not worked out any more, and what lives again is.
-- +goose StatementBegin
CREATE TRIGGER ended_is_not_stale BEFORE INSERT ON stale
WHEN EXISTS (SELECT 1 FROM colony_end e WHERE e.colony_id = NEW.colony_id)
BEGIN SELECT RAISE(IGNORE); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER ended_leaves_boards AFTER INSERT ON colony_end
BEGIN
    DELETE FROM stale WHERE colony_id = NEW.colony_id;
    DELETE FROM told WHERE colony_id = NEW.colony_id;
    DELETE FROM standing WHERE colony_id = NEW.colony_id;
END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER ended_lives_again AFTER DELETE ON colony_end
BEGIN INSERT INTO stale (colony_id) VALUES (OLD.colony_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd

-- Queens, as the logs of their colonies have them: derived, written with what is
-- worked out.
CREATE TABLE queen (
    colony_id TEXT NOT NULL REFERENCES colony(id),
    n         INTEGER NOT NULL, -- of the colony's queens, from 1
    queen_id  TEXT NOT NULL,
    mother_id TEXT NOT NULL,
    body      TEXT NOT NULL CHECK (json_valid(body)),
    PRIMARY KEY (colony_id, n)
) STRICT;
CREATE INDEX queen_id ON queen (queen_id) WHERE queen_id <> '';
CREATE INDEX queen_mother ON queen (mother_id) WHERE mother_id <> '';

-- What came off hives, as their logs have it: derived, written with what is worked
-- out.
CREATE TABLE crop (
    colony_id TEXT NOT NULL REFERENCES colony(id),
    n         INTEGER NOT NULL, -- of the colony's, from 1
    day       INTEGER NOT NULL,
    body      TEXT NOT NULL CHECK (json_valid(body)),
    PRIMARY KEY (colony_id, n)
) STRICT;
CREATE INDEX crop_day ON crop (day);

-- What a medicine and feed book asks for, by day.
CREATE INDEX event_medicine ON event (day, colony_id) WHERE kind IN ('treatment', 'feed');

-- What keepers wrote in words, for whoever looks for it.
CREATE INDEX event_noted ON event (seq) WHERE instr(payload, '"note"') > 0;

-- What was kept side by side, and has been settled.
CREATE TABLE settled (
    sent_id      TEXT PRIMARY KEY,
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL
) STRICT;

-- In winter nobody comes every ten days; 0: as in the season.
ALTER TABLE yard ADD COLUMN winter_days INTEGER NOT NULL DEFAULT 0 CHECK (winter_days BETWEEN 0 AND 200);

-- +goose Down
ALTER TABLE yard DROP COLUMN winter_days;
DROP TABLE settled;
DROP INDEX event_medicine;
DROP INDEX event_noted;
DROP TABLE crop;
DROP TABLE queen;
DROP TRIGGER ended_lives_again;
DROP TRIGGER ended_leaves_boards;
DROP TRIGGER ended_is_not_stale;
DROP TRIGGER code_is_free;
DROP TRIGGER stale_by_place;
DROP TABLE colony_end;
ALTER TABLE colony DROP COLUMN first_code;
ALTER TABLE colony DROP COLUMN first_yard;
CREATE TABLE stand (
    id           TEXT PRIMARY KEY,
    yard_id      TEXT NOT NULL REFERENCES yard(id),
    name         TEXT NOT NULL,
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL
) STRICT;
CREATE TABLE colony_place_before (
    colony_id TEXT NOT NULL REFERENCES colony(id),
    day       INTEGER NOT NULL,
    yard_id   TEXT NOT NULL REFERENCES yard(id),
    stand_id  TEXT REFERENCES stand(id),
    code      TEXT NOT NULL CHECK (length(code) BETWEEN 1 AND 20),
    actor        TEXT NOT NULL,
    recorded_utc TEXT NOT NULL,
    PRIMARY KEY (colony_id, day)
) STRICT;
INSERT INTO colony_place_before (colony_id, day, yard_id, code, actor, recorded_utc)
    SELECT colony_id, day, yard_id, code, actor, recorded_utc FROM colony_place;
DROP TABLE colony_place;
ALTER TABLE colony_place_before RENAME TO colony_place;
CREATE INDEX colony_place_of_yard ON colony_place (yard_id, day, colony_id);
CREATE INDEX colony_place_code ON colony_place (code);
-- +goose StatementBegin
CREATE TRIGGER stale_by_place AFTER INSERT ON colony_place
BEGIN INSERT INTO stale (colony_id) VALUES (NEW.colony_id) ON CONFLICT DO UPDATE SET mark = random(); END;
-- +goose StatementEnd
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
