-- +goose Up
-- The plan of a colony as it was kept on a day, so that advice does not flicker from one day to the next: an
-- input of the day after, with the inputs and the model that it was made from. The last two days are kept.
CREATE TABLE kept_plan (
  colony_id     TEXT NOT NULL REFERENCES colony(id) ON DELETE CASCADE,
  day           INTEGER NOT NULL,
  input_hash    TEXT NOT NULL,
  model_version TEXT NOT NULL,
  body          TEXT NOT NULL CHECK (json_valid(body) AND length(body) <= 20000),
  PRIMARY KEY (colony_id, day)
) STRICT, WITHOUT ROWID;

-- +goose Down
DROP TABLE kept_plan;
