package store

import (
	"context"
	"database/sql"
	"strings"
)

// FoundColony is a place that a colony has or had, and how it ended; "" where it lives.
type FoundColony struct {
	Colony
	Day      int32
	Now      bool // it is the place that it has, or had last
	How      string
	EndedDay int32
}

// FoundNote is an entry whose note has what was looked for.
type FoundNote struct {
	EventID, ColonyID string
	Day               int32
	Payload           string
}

const (
	selectByPart = `SELECT c.id, c.operation_id, p.yard_id, p.code, p.day,
	p.day = (SELECT MAX(day) FROM colony_place WHERE colony_id = c.id), COALESCE(x.how, ''), COALESCE(x.day, 0)
	FROM colony_place p JOIN colony c ON c.id = p.colony_id LEFT JOIN colony_end x ON x.colony_id = c.id
	WHERE c.operation_id = ? AND p.code LIKE ? ESCAPE '\' AND COALESCE(x.how, '') <> 'mistake'
	ORDER BY x.how IS NOT NULL, p.code, p.day DESC LIMIT ?`
	selectQueensByPart = queenColumns + ` WHERE body LIKE ? ESCAPE '\' ORDER BY rowid DESC LIMIT ?`
	selectNoted        = `SELECT id, colony_id, day, payload FROM event INDEXED BY event_noted
	WHERE instr(payload, '"note"') > 0 AND operation_id = ? AND payload LIKE ? ESCAPE '\' ORDER BY seq DESC LIMIT ?`
)

// like writes a text as a pattern that is found anywhere.
func like(part string) string {
	return "%" + strings.NewReplacer(`\`, `\\`, "%", `\%`, "_", `\_`).Replace(part) + "%"
}

// FindColonies returns the colonies that have, or had, a code with a part in it: those
// that live first, by code.
func (s *Store) FindColonies(ctx context.Context, operation, part string, most int) ([]FoundColony, error) {
	return collect(ctx, s.read, func(r *sql.Rows, x *FoundColony) error {
		return r.Scan(&x.ID, &x.OperationID, &x.YardID, &x.Code, &x.Day, &x.Now, &x.How, &x.EndedDay)
	}, selectByPart, operation, like(part), most)
}

// FindQueens returns the queens of whom a part is written.
func (s *Store) FindQueens(ctx context.Context, part string, most int) ([]Queen, error) {
	return collect(ctx, s.read, scanQueens, selectQueensByPart, like(part), most)
}

// FindNotes returns the entries with a note, the latest first, in whose payload a part
// is: whether it is in the note is for who reads it.
func (s *Store) FindNotes(ctx context.Context, operation, part string, most int) ([]FoundNote, error) {
	return collect(ctx, s.read, func(r *sql.Rows, x *FoundNote) error {
		return r.Scan(&x.EventID, &x.ColonyID, &x.Day, &x.Payload)
	}, selectNoted, operation, like(part), most)
}
