package store

import (
	"context"
	"database/sql"
	"fmt"
)

// Photo goes with a look. JPEG is nil where only the list was asked for.
type Photo struct {
	ID, ColonyID, LookID string
	Width, Height        int
	JPEG                 []byte
	By                   By
}

const (
	insertPhoto = `INSERT INTO photo (id, colony_id, look_id, width, height, jpeg, actor, recorded_utc, sent_hash)
	VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING`
	selectSame = `SELECT colony_id, look_id, COALESCE(sent_hash, ?) FROM photo WHERE id = ?`
)

// AddPhoto writes a photo, with the hash of what was sent. One that is there
// already and is the same is left as it is; another under its id is ErrTaken.
func (s *Store) AddPhoto(ctx context.Context, p Photo, sentHash string) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		done, err := tx.ExecContext(
			ctx, insertPhoto, p.ID, p.ColonyID, p.LookID, p.Width, p.Height, p.JPEG, p.By.Actor, p.By.RecordedUTC,
			sentHash,
		)
		if err != nil {
			return err
		}
		if n, err := done.RowsAffected(); err != nil || n == 1 {
			return err
		}
		var colony, look, hash string
		if err := tx.QueryRowContext(ctx, selectSame, sentHash, p.ID).Scan(&colony, &look, &hash); err != nil {
			return err
		}
		if colony != p.ColonyID || look != p.LookID || hash != sentHash {
			return fmt.Errorf("photo %s: %w", p.ID, ErrTaken)
		}
		return nil
	})
}

const selectPhotos = `SELECT id, colony_id, look_id, width, height FROM photo WHERE colony_id = ? ORDER BY recorded_utc, id`

// Photos lists a colony's photos.
func (s *Store) Photos(ctx context.Context, colony string) ([]Photo, error) {
	return collect(ctx, s.read, func(r *sql.Rows, p *Photo) error {
		return r.Scan(&p.ID, &p.ColonyID, &p.LookID, &p.Width, &p.Height)
	}, selectPhotos, colony)
}

const selectPhoto = `SELECT jpeg FROM photo WHERE id = ?`

// PhotoJPEG returns a photo's picture, or ErrNotFound.
func (s *Store) PhotoJPEG(ctx context.Context, id string) ([]byte, error) {
	var b []byte
	err := s.read.QueryRowContext(ctx, selectPhoto, id).Scan(&b)
	return b, notFound("photo", err)
}
