package app

import (
	"archive/zip"
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"

	jsonv2 "github.com/go-json-experiment/json"

	"kembo/store"
)

// A whole operation leaves Kembo as one file: a document with all that was entered, the
// photos beside it, and tables for those who work with tables.

// The names of what is in it.
const (
	wholeDocument = "kembo.json"
	wholePhotos   = "photos/"
	wholeTables   = "tables/"
)

// Export writes the whole operation to w, as a zip.
func (s *Service) Export(ctx context.Context, w io.Writer) error {
	op, err := s.Operation(ctx)
	if err != nil {
		return err
	}
	all, err := s.store.Whole(ctx, op.ID)
	if err != nil {
		return err
	}
	z := zip.NewWriter(w)
	f, err := z.Create(wholeDocument)
	if err != nil {
		return err
	}
	if err := WriteWhole(f, all); err != nil {
		return err
	}
	for _, p := range all.Photos {
		jpeg, err := s.store.PhotoJPEG(ctx, p.ID)
		if err != nil {
			return err
		}
		f, err := z.CreateHeader(&zip.FileHeader{Name: wholePhotos + p.ID + ".jpg", Method: zip.Store})
		if err != nil {
			return err
		}
		if _, err := f.Write(jpeg); err != nil {
			return err
		}
	}
	if err := s.tables(ctx, z, all); err != nil {
		return err
	}
	return z.Close()
}

// WriteWhole writes the document of a whole operation.
func WriteWhole(w io.Writer, all store.Whole) error {
	return json.NewEncoder(w).Encode(all)
}

// WholeError is what is wrong with a file that is imported, in a sentence.
type WholeError struct{ Say string }

func (e *WholeError) Error() string { return e.Say }

// ReadWhole reads the document of a whole operation. A field that it does not know is
// refused by its name.
func ReadWhole(b []byte) (store.Whole, error) {
	var head struct {
		Version *int `json:"kembo_operation"`
	}
	if err := json.Unmarshal(b, &head); err != nil {
		return store.Whole{}, &WholeError{"it is no document of a whole operation: " + err.Error()}
	}
	switch {
	case head.Version == nil:
		return store.Whole{}, &WholeError{"it is no document of a whole operation: it has no kembo_operation"}
	case *head.Version < 1 || *head.Version > store.WholeVersion:
		return store.Whole{}, &WholeError{fmt.Sprintf(
			"it is of version %d, and this Kembo reads up to %d; use a newer one", *head.Version, store.WholeVersion,
		)}
	}
	var w store.Whole
	err := jsonv2.Unmarshal(b, &w, jsonv2.RejectUnknownMembers(true))
	if err != nil {
		return w, &WholeError{err.Error()}
	}
	return w, nil
}

// mostWhole is how large a document may be. Source: a million entries take some 1 GB.
const mostWhole = 4 << 30

// Import merges a file that Export wrote into the operation, or the document alone:
// what is there already, by its id, stays as it is. Nothing is stored where something
// is wrong.
func (s *Service) Import(ctx context.Context, file []byte) (store.Merged, error) {
	did, err := s.merge(ctx, file)
	if err == nil {
		s.refreshSoon(ctx)
	}
	return did, err
}

// merge is Import with nothing worked out yet.
func (s *Service) merge(ctx context.Context, file []byte) (store.Merged, error) {
	var none store.Merged
	if _, err := s.by(); err != nil {
		return none, err
	}
	document, picture, err := opened(file)
	if err != nil {
		return none, err
	}
	w, err := ReadWhole(document)
	if err != nil {
		return none, err
	}
	op, err := s.store.Operation(ctx)
	if err != nil {
		return none, err
	}
	ys, err := s.store.Yards(ctx, op.ID)
	if err != nil {
		return none, err
	}
	if err := s.knowKinds(ctx); err != nil {
		return none, err
	}
	var did store.Merged
	err = s.store.Change(ctx, func(tx *store.Tx) error {
		if did, err = tx.Merge(ctx, op.ID, w, picture); err != nil {
			return err
		}
		for _, c := range w.Colonies {
			if err := s.beside(ctx, tx, c.ID, store.By{Actor: s.who.Name, RecordedUTC: s.utc()}); err != nil {
				return err
			}
		}
		return nil
	})
	var name *store.NameTakenError
	if errors.As(err, &name) {
		return none, &WholeError{name.Error()}
	}
	if err = named(err); err != nil {
		return none, err
	}
	if len(ys) == 0 && w.Name != "" { // an empty file takes the name too
		op.Name = w.Name
		if err := s.store.RenameOperation(ctx, op); err != nil {
			return did, err
		}
	}
	return did, nil
}

// opened returns the document of a file and its pictures.
func opened(file []byte) (document []byte, picture func(string) ([]byte, error), err error) {
	lacks := func(id string) ([]byte, error) {
		return nil, &WholeError{"the picture photos/" + id + ".jpg is not in it"}
	}
	if !bytes.HasPrefix(file, []byte("PK")) {
		return file, lacks, nil
	}
	z, err := zip.NewReader(bytes.NewReader(file), int64(len(file)))
	if err != nil {
		return nil, nil, &WholeError{"it is damaged: " + err.Error()}
	}
	read := func(name string, most int64) ([]byte, error) {
		f, err := z.Open(name)
		if err != nil {
			return nil, &WholeError{name + " is not in it"}
		}
		defer f.Close()
		b, err := io.ReadAll(io.LimitReader(f, most+1))
		if err == nil && int64(len(b)) > most {
			err = &WholeError{name + " is larger than can be"}
		}
		return b, err
	}
	document, err = read(wholeDocument, mostWhole)
	return document, func(id string) ([]byte, error) { return read(wholePhotos+id+".jpg", mostPicture) }, err
}

// mostPicture is more than any picture has that Kembo keeps.
const mostPicture = 8 << 20
