package store

import (
	"context"
	"database/sql"
)

// Station is a device that pushes readings. Instants are UTC, RFC 3339.
type Station struct {
	ID, OperationID, Name, ColonyID string
	MadeUTC, Actor                  string
	HeardUTC                        string // "": it has not sent anything yet
	Taken, KeptOut                  int
	Why                             string
}

const (
	stationColumns = `id, operation_id, name, colony_id, made_utc, actor, COALESCE(heard_utc, ''), taken, kept_out, why`
	insertStation  = `INSERT INTO station (id, operation_id, name, colony_id, token_hash, made_utc, actor)
	VALUES (?, ?, ?, ?, ?, ?, ?)`
	selectStations = `SELECT ` + stationColumns + ` FROM station WHERE operation_id = ? AND removed_utc IS NULL ORDER BY name, id`
	selectStation  = `SELECT ` + stationColumns + ` FROM station WHERE token_hash = ? AND removed_utc IS NULL`
	stationByID    = `SELECT ` + stationColumns + ` FROM station WHERE id = ? AND removed_utc IS NULL`
	removeStation  = `UPDATE station SET removed_utc = ? WHERE id = ? AND operation_id = ? AND removed_utc IS NULL`
	heardStation   = `UPDATE station SET heard_utc = ?, taken = taken + ?, kept_out = kept_out + ?, why = CASE WHEN ? > 0 THEN ? ELSE why END
	WHERE id = ?`
	selectReadingsIn = `SELECT at_utc, kg FROM scale_reading WHERE colony_id = ? AND at_utc BETWEEN ? AND ?`
)

func scanStation(r interface{ Scan(...any) error }, x *Station) error {
	return r.Scan(
		&x.ID, &x.OperationID, &x.Name, &x.ColonyID, &x.MadeUTC, &x.Actor, &x.HeardUTC, &x.Taken, &x.KeptOut, &x.Why,
	)
}

// AddStation writes a station with the hash of its token.
func (s *Store) AddStation(ctx context.Context, x Station, tokenHash string) error {
	return s.exec(ctx, insertStation, x.ID, x.OperationID, x.Name, x.ColonyID, tokenHash, x.MadeUTC, x.Actor)
}

// Stations returns the stations of an operation that were not removed.
func (s *Store) Stations(ctx context.Context, operation string) ([]Station, error) {
	return collect(ctx, s.read, func(r *sql.Rows, x *Station) error { return scanStation(r, x) }, selectStations, operation)
}

// StationOf returns the station that a token is of.
func (s *Store) StationOf(ctx context.Context, tokenHash string) (x Station, err error) {
	err = scanStation(s.read.QueryRowContext(ctx, selectStation, tokenHash), &x)
	return x, notFound("station", err)
}

// StationByID returns a station that was not removed.
func (s *Store) StationByID(ctx context.Context, id string) (x Station, err error) {
	err = scanStation(s.read.QueryRowContext(ctx, stationByID, id), &x)
	return x, notFound("station", err)
}

// RemoveStation ends a station; its token lets nothing in any more.
func (s *Store) RemoveStation(ctx context.Context, operation, id, utc string) error {
	return s.exec(ctx, removeStation, utc, id, operation)
}

// HeardStation notes that a station has sent something.
func (t *Tx) HeardStation(ctx context.Context, id, utc string, taken, out int, why string) error {
	_, err := t.tx.ExecContext(ctx, heardStation, utc, taken, out, out, why, id)
	return err
}

// ReadingsIn returns the readings of a colony's scale between two instants, both included, as a transaction sees them.
func (t *Tx) ReadingsIn(ctx context.Context, colony string, from, to int64) ([]Reading, error) {
	return collect(ctx, t.tx, func(r *sql.Rows, x *Reading) error { return r.Scan(&x.AtUTC, &x.Kg) }, selectReadingsIn, colony, from, to)
}
