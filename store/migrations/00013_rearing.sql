-- +goose Up
-- Grafts, and queens and cells that were given: few of the entries, asked for over all colonies.
CREATE INDEX event_rearing ON event (day, colony_id) WHERE kind IN ('graft', 'queen_given');

-- +goose Down
DROP INDEX event_rearing;
