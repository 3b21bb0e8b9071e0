package store

import (
	"context"
	"database/sql"
	"errors"
)

// Device is a phone or another machine that has joined. Instants are UTC, RFC
// 3339.
type Device struct {
	ID, Name                       string
	OldLink                        bool   // it had joined by the key that was one for all
	JoinedUTC, UsedUTC, RemovedUTC string // RemovedUTC "": it is in
}

const (
	insertLink = `INSERT INTO join_link (key_hash, expires_utc, actor) VALUES (?, ?, ?)`
	useLink    = `UPDATE join_link SET used_utc = ?1 WHERE key_hash = ?2 AND used_utc IS NULL AND expires_utc > ?1`
	dropLinks  = `DELETE FROM join_link WHERE expires_utc < ?`

	deviceColumns = `id, name, old_link, joined_utc, used_utc, COALESCE(removed_utc, '')`
	insertDevice  = `INSERT INTO device (id, name, token_hash, old_link, joined_utc, used_utc) VALUES (?, ?, ?, ?, ?, ?)`
	selectDevice  = `SELECT ` + deviceColumns + ` FROM device WHERE token_hash = ?`
	selectDevices = `SELECT ` + deviceColumns + ` FROM device ORDER BY removed_utc IS NOT NULL, used_utc DESC`
	renameDevice  = `UPDATE device SET name = ? WHERE id = ?`
	removeDevice  = `UPDATE device SET removed_utc = ? WHERE id = ? AND removed_utc IS NULL`
	touchDevice   = `UPDATE device SET used_utc = ? WHERE id = ?`
)

// AddLink keeps the hash of a join link's key until it expires; links long gone
// are dropped.
func (s *Store) AddLink(ctx context.Context, keyHash, expiresUTC, goneBeforeUTC, actor string) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		if _, err := tx.ExecContext(ctx, dropLinks, goneBeforeUTC); err != nil {
			return err
		}
		_, err := tx.ExecContext(ctx, insertLink, keyHash, expiresUTC, actor)
		return err
	})
}

// Join uses a link up and writes the device that came by it. A link that is not,
// is used or has expired is ErrNotFound, and nothing is written.
func (s *Store) Join(ctx context.Context, keyHash string, d Device, tokenHash string) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		done, err := tx.ExecContext(ctx, useLink, d.JoinedUTC, keyHash)
		if err != nil {
			return err
		}
		if n, err := done.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, notFound("join link", sql.ErrNoRows))
		}
		_, err = tx.ExecContext(ctx, insertDevice, d.ID, d.Name, tokenHash, d.OldLink, d.JoinedUTC, d.UsedUTC)
		return err
	})
}

// HasLink reports whether a link may be used at an instant.
func (s *Store) HasLink(ctx context.Context, keyHash, nowUTC string) (bool, error) {
	var n int
	err := s.read.QueryRowContext(
		ctx, `SELECT COUNT(*) FROM join_link WHERE key_hash = ? AND used_utc IS NULL AND expires_utc > ?`, keyHash,
		nowUTC,
	).
		Scan(&n)
	return n > 0, err
}

// AddDevice writes a device that needs no link.
func (s *Store) AddDevice(ctx context.Context, d Device, tokenHash string) error {
	return s.exec(ctx, insertDevice, d.ID, d.Name, tokenHash, d.OldLink, d.JoinedUTC, d.UsedUTC)
}

func scanDevice(r interface{ Scan(...any) error }, d *Device) error {
	return r.Scan(&d.ID, &d.Name, &d.OldLink, &d.JoinedUTC, &d.UsedUTC, &d.RemovedUTC)
}

// DeviceByToken returns the device that has a token, also one that was removed,
// or ErrNotFound.
func (s *Store) DeviceByToken(ctx context.Context, tokenHash string) (Device, error) {
	var d Device
	err := scanDevice(s.read.QueryRowContext(ctx, selectDevice, tokenHash), &d)
	return d, notFound("device", err)
}

// Devices returns all devices, those that are in first, the last used first.
func (s *Store) Devices(ctx context.Context) ([]Device, error) {
	return collect(ctx, s.read, func(r *sql.Rows, d *Device) error { return scanDevice(r, d) }, selectDevices)
}

// RenameDevice gives a device another name.
func (s *Store) RenameDevice(ctx context.Context, id, name string) error {
	return s.exec(ctx, renameDevice, name, id)
}

// RemoveDevice locks a device out.
func (s *Store) RemoveDevice(ctx context.Context, id, utc string) error {
	return s.exec(ctx, removeDevice, utc, id)
}

// TouchDevice notes when a device was last used.
func (s *Store) TouchDevice(ctx context.Context, id, utc string) error {
	return s.exec(ctx, touchDevice, utc, id)
}
