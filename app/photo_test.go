package app_test

import (
	"bytes"
	"context"
	"encoding/binary"
	"errors"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"testing"

	"kembo/app"
)

// withPlace puts an Exif block into a JPEG: held on its side (orientation 6), and
// with a text where a place would stand.
func withPlace(t *testing.T, img image.Image) []byte {
	t.Helper()
	var plain bytes.Buffer
	if err := jpeg.Encode(&plain, img, nil); err != nil {
		t.Fatal(err)
	}
	// TIFF 6.0, little endian: one directory with orientation and a description.
	var x bytes.Buffer
	x.WriteString("Exif\x00\x00II*\x00")
	le := func(v ...any) {
		for _, n := range v {
			binary.Write(&x, binary.LittleEndian, n)
		}
	}
	le(
		uint32(8), uint16(2), uint16(0x0112), uint16(3), uint32(1), uint32(6), uint16(0x010e), uint16(2), uint32(12),
		uint32(38), uint32(0),
	)
	x.WriteString("at the mill\x00")
	out := append([]byte{}, plain.Bytes()[:2]...)
	out = append(out, 0xff, 0xe1, byte((x.Len()+2)>>8), byte(x.Len()+2))
	out = append(out, x.Bytes()...)
	return append(out, plain.Bytes()[2:]...)
}

// TestAPhotoTellsNoPlace: it is turned upright, made smaller, and nothing of what
// the camera wrote beside the picture is left.
func TestAPhotoTellsNoPlace(t *testing.T) {
	svc, _, _, id := keeper(t)
	ctx := context.Background()
	img := image.NewRGBA(image.Rect(0, 0, 3200, 1200))
	for y := range 1200 {
		for x := range 3200 {
			img.Set(x, y, color.RGBA{uint8(x >> 4), uint8(y >> 3), 90, 255})
		}
	}
	raw := withPlace(t, img)
	for range 2 { // sent twice, kept once
		if err := svc.AddPhoto(ctx, id, uid("look-1"), uid("photo-1"), "Ann", raw); err != nil {
			t.Fatal(err)
		}
	}
	all, err := svc.Photos(ctx, id)
	if err != nil || len(all[uid("look-1")]) != 1 {
		t.Fatalf("%v, %v", all, err)
	}
	if p := all[uid("look-1")][0]; p.Width != 600 || p.Height != 1600 { // upright, the longer side 1600
		t.Errorf("kept as %d by %d", p.Width, p.Height)
	}
	kept, err := svc.PhotoJPEG(ctx, uid("photo-1"))
	if err != nil || bytes.Contains(kept, []byte("Exif")) || bytes.Contains(kept, []byte("mill")) ||
		!bytes.Contains(raw, []byte("at the mill")) {
		t.Errorf("what the camera wrote is still there: %v", err)
	}
	if _, kind, err := image.Decode(bytes.NewReader(kept)); err != nil || kind != "jpeg" {
		t.Errorf("kept as %s, %v", kind, err)
	}
	var small bytes.Buffer
	if err := png.Encode(&small, image.NewGray(image.Rect(0, 0, 40, 30))); err != nil {
		t.Fatal(err)
	}
	if err := svc.AddPhoto(ctx, id, uid("look-1"), uid("photo-2"), "", small.Bytes()); err != nil {
		t.Errorf("a PNG: %v", err)
	}
	for what, b := range map[string][]byte{
		"no picture": []byte("GIF89a, or so"), "half a picture": raw[:len(raw)/2], "nothing": nil,
	} {
		var field *app.FieldError
		if err := svc.AddPhoto(ctx, id, uid("look-1"), uid("photo-3"), "", b); !errors.As(err, &field) {
			t.Errorf("%s: %v", what, err)
		}
	}
	if _, err := svc.PhotoJPEG(ctx, uid("photo-3")); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("what was refused is there: %v", err)
	}
}
