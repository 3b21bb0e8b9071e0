package app

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"image"
	_ "image/jpeg" // the two formats that are taken in
	_ "image/png"
	"time"

	"github.com/kovidgoyal/imaging"

	"kembo/store"
)

// What is taken in and kept of a photo.
const (
	photoMaxPixels = 24_000_000 // larger is no photo of a comb that a phone sends
	photoMaxSide   = 12_000     // px
	photoMaxScans  = 32         // passes over a progressive JPEG; encoders write some ten
	photoSide      = 1600       // px, the longer side as kept
	photoQuality   = 82
)

// AddPhoto keeps a JPEG or PNG with a look: turned upright, made smaller and
// encoded anew, so that no place and no device is told by it. Sent twice it is
// kept once. What is no picture is a *FieldError.
func (s *Service) AddPhoto(ctx context.Context, colony, look, id, by string, picture []byte) error {
	if clientID(id) != nil || clientID(look) != nil {
		return &FieldError{"photo", "it belongs to no look; add it from the look"}
	}
	mark, err := s.sign(by)
	if err != nil {
		return err
	}
	if _, err := s.find(ctx, colony); err != nil {
		return err
	}
	kept, size, err := s.shrink(ctx, picture)
	if err != nil {
		return err
	}
	sum := sha256.Sum256(picture)
	err = s.store.AddPhoto(
		ctx, store.Photo{ID: id, ColonyID: colony, LookID: look, Width: size.X, Height: size.Y, JPEG: kept, By: mark},
		hex.EncodeToString(sum[:]),
	)
	if errors.Is(err, store.ErrTaken) {
		return &FieldError{"photo", "another picture was sent under its number before; take it again"}
	}
	return err
}

// shrink turns a picture upright and makes it smaller. Pictures are opened one at
// a time: a few kilobytes may open to hundreds of megabytes.
func (s *Service) shrink(ctx context.Context, picture []byte) (jpeg []byte, size image.Point, err error) {
	head, kind, err := image.DecodeConfig(bytes.NewReader(picture))
	switch {
	case err != nil || kind != "jpeg" && kind != "png":
		return nil, size, &FieldError{"photo", "it is not a JPEG or PNG picture; choose another"}
	case head.Width > photoMaxSide || head.Height > photoMaxSide || head.Width*head.Height > photoMaxPixels:
		return nil, size, &FieldError{
			"photo",
			fmt.Sprintf(
				"it has %d by %d points, which is more than Kembo takes in; make it smaller", head.Width, head.Height,
			),
		}
	case kind == "jpeg" && bytes.Count(picture, startOfScan) > photoMaxScans:
		return nil, size, &FieldError{"photo", "it is packed in a way that takes too long to open; save it anew"}
	}
	select {
	case s.pictures <- struct{}{}:
		s.toPages()
		begun := time.Now()
		// The next waits for as long again: pictures have half a core at most.
		defer func() { time.AfterFunc(time.Since(begun), func() { <-s.pictures }) }()
	case <-ctx.Done():
		return nil, size, ctx.Err()
	}
	img, err := imaging.Decode(bytes.NewReader(picture), imaging.AutoOrientation(true))
	if err != nil {
		return nil, size, &FieldError{"photo", "it cannot be read to its end; take it again"}
	}
	img = imaging.Fit(img, photoSide, photoSide, imaging.Lanczos)
	var b bytes.Buffer
	err = imaging.Encode(&b, img, imaging.JPEG, imaging.JPEGQuality(photoQuality))
	return b.Bytes(), img.Bounds().Size(), err
}

// startOfScan begins each pass over a JPEG. In the data of a scan it cannot stand:
// there FF is followed by 00. Source: ITU-T T.81, B.1.1.
var startOfScan = []byte{0xFF, 0xDA}

// Photo is a picture that goes with a look, in points.
type Photo struct {
	ID            string
	Width, Height int
}

// Photos lists the photos of a colony by the look they go with.
func (s *Service) Photos(ctx context.Context, colony string) (map[string][]Photo, error) {
	all, err := s.store.Photos(ctx, colony)
	out := map[string][]Photo{}
	for _, p := range all {
		out[p.LookID] = append(out[p.LookID], Photo{p.ID, p.Width, p.Height})
	}
	return out, err
}

// PhotoJPEG returns a picture.
func (s *Service) PhotoJPEG(ctx context.Context, id string) ([]byte, error) {
	if err := s.may(MayRead, "read"); err != nil {
		return nil, err
	}
	return s.store.PhotoJPEG(ctx, id)
}
