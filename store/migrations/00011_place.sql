-- +goose Up
-- Where a yard lies beside the climate that it is near: its latitude, less than 0 in the south, and
-- the means of its months in °C, January first, twelve numbers apart by a space, or empty.
ALTER TABLE yard ADD COLUMN latitude REAL CHECK (latitude BETWEEN -66 AND 66);
ALTER TABLE yard ADD COLUMN months_c TEXT NOT NULL DEFAULT '' CHECK (length(months_c) <= 120);

-- +goose Down
ALTER TABLE yard DROP COLUMN months_c;
ALTER TABLE yard DROP COLUMN latitude;
