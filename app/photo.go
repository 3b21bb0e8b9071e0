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

	"github.com/disintegration/imaging"

	"kembo/store"
)

// What is taken in and kept of a photo.
const (
	photoMaxPixels = 60_000_000 // larger is no photo of a comb
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
	head, kind, err := image.DecodeConfig(bytes.NewReader(picture))
	if err != nil || kind != "jpeg" && kind != "png" {
		return &FieldError{"photo", "it is not a JPEG or PNG picture; choose another"}
	}
	if head.Width*head.Height > photoMaxPixels {
		return &FieldError{"photo", fmt.Sprintf("it has %d by %d points, which is more than Kembo takes in; make it smaller", head.Width, head.Height)}
	}
	img, err := imaging.Decode(bytes.NewReader(picture), imaging.AutoOrientation(true))
	if err != nil {
		return &FieldError{"photo", "it cannot be read to its end; take it again"}
	}
	img = imaging.Fit(img, photoSide, photoSide, imaging.Lanczos)
	var b bytes.Buffer
	if err := imaging.Encode(&b, img, imaging.JPEG, imaging.JPEGQuality(photoQuality)); err != nil {
		return err
	}
	sum := sha256.Sum256(picture)
	err = s.store.AddPhoto(ctx, store.Photo{ID: id, ColonyID: colony, LookID: look, Width: img.Bounds().Dx(), Height: img.Bounds().Dy(), JPEG: b.Bytes(), By: mark}, hex.EncodeToString(sum[:]))
	if errors.Is(err, store.ErrTaken) {
		return &FieldError{"photo", "another picture was sent under its number before; take it again"}
	}
	return err
}

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
	return s.store.PhotoJPEG(ctx, id)
}
