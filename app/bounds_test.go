package app_test

import (
	"bytes"
	"context"
	"encoding/binary"
	"errors"
	"hash/crc32"
	"image"
	"image/jpeg"
	"strings"
	"testing"

	"kembo/app"
)

// TestPicturesAreBounded: what opens to more than a photo is refused before it is
// opened.
func TestPicturesAreBounded(t *testing.T) {
	ctx := context.Background()
	svc, _, _, id := keeper(t)
	head := func(w, h uint32) []byte {
		ihdr := binary.BigEndian.AppendUint32([]byte("IHDR"), w)
		ihdr = append(binary.BigEndian.AppendUint32(ihdr, h), 8, 0, 0, 0, 0)
		b := append([]byte("\x89PNG\r\n\x1a\n\x00\x00\x00\x0d"), ihdr...)
		return binary.BigEndian.AppendUint32(b, crc32.ChecksumIEEE(ihdr))
	}
	var plain bytes.Buffer
	if err := jpeg.Encode(&plain, image.NewGray(image.Rect(0, 0, 64, 64)), nil); err != nil {
		t.Fatal(err)
	}
	scans := append(bytes.Clone(plain.Bytes()), bytes.Repeat([]byte{0xFF, 0xDA, 0, 8, 1, 1, 0, 0, 63, 0}, 100)...)
	for name, tt := range map[string]struct {
		picture []byte
		say     string
	}{
		"60 million points in a row": {head(60_000_000, 1), "more than Kembo takes in"},
		"5,000 on a side":            {head(5_000, 5_000), "more than Kembo takes in"},
		"12,001 on a side":           {head(1, 12_001), "more than Kembo takes in"},
		"a hundred passes":           {scans, "takes too long to open"},
	} {
		var fe *app.FieldError
		err := svc.AddPhoto(ctx, id, app.NewID(), app.NewID(), "", tt.picture)
		if !errors.As(err, &fe) || !strings.Contains(fe.Say, tt.say) {
			t.Errorf("%s: %v", name, err)
		}
	}
	if err := svc.AddPhoto(ctx, id, app.NewID(), app.NewID(), "", plain.Bytes()); err != nil {
		t.Errorf("a plain one: %v", err)
	}
}

// TestTextsAreBounded: a note has 2,000 letters at most, and an order names no
// colony twice.
func TestTextsAreBounded(t *testing.T) {
	ctx := context.Background()
	svc, _, yard, id := keeper(t)
	c, err := svc.Colony(ctx, id)
	if err != nil {
		t.Fatal(err)
	}
	for letters, ok := range map[int]bool{2000: true, 2001: false} {
		e := lookAt(c, app.NewID(), today, 2)
		e.Look().Note = strings.Repeat("ö", letters)
		var fe *app.FieldError
		if err := svc.Record(ctx, id, e); ok != (err == nil) || !ok && (!errors.As(err, &fe) || fe.Field != "note") {
			t.Errorf("a note of %d letters: %v", letters, err)
		}
	}
	var fe *app.FieldError
	if err := svc.SetRound(ctx, yard, []string{id, id}); !errors.As(err, &fe) || fe.Field != "order" {
		t.Errorf("a colony twice: %v", err)
	}
}
