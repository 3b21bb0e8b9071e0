package store

import (
	"context"
	"database/sql"
)

// Photo goes with a look. JPEG is nil where only the list was asked for.
type Photo struct {
	ID, ColonyID, LookID string
	Width, Height        int
	JPEG                 []byte
	By                   By
}

const insertPhoto = `INSERT INTO photo (id, colony_id, look_id, width, height, jpeg, actor, recorded_utc) VALUES (?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING`

// AddPhoto writes a photo; one that is there already, by id, is left as it is.
func (s *Store) AddPhoto(ctx context.Context, p Photo) error {
	_, err := s.write.ExecContext(ctx, insertPhoto, p.ID, p.ColonyID, p.LookID, p.Width, p.Height, p.JPEG, p.By.Actor, p.By.RecordedUTC)
	return err
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
