package draw_test

import (
	"image"
	"image/color"
	"regexp"
	"strconv"
	"testing"

	"github.com/makiuchi-d/gozxing"
	"github.com/makiuchi-d/gozxing/qrcode"

	"kembo/web/draw"
)

// TestATagIsRead: a scanner of another make (gozxing, a port of ZXing) reads the
// drawn code back, also with a corner of it soiled.
func TestATagIsRead(t *testing.T) {
	const text = "https://kembo.lan:8443/t/22507383-26a0-59b8-9713-6e881a3d40aa"
	svg, err := draw.QR(text)
	if err != nil {
		t.Fatal(err)
	}
	side, _ := strconv.Atoi(regexp.MustCompile(`viewBox="0 0 (\d+)`).FindStringSubmatch(string(svg))[1])
	const px = 6
	img := image.NewGray(image.Rect(0, 0, side*px, side*px))
	for i := range img.Pix {
		img.Pix[i] = 255
	}
	block := func(x, y, w, h int, c uint8) {
		for j := y * px; j < (y+h)*px; j++ {
			for i := x * px; i < (x+w)*px; i++ {
				img.SetGray(i, j, color.Gray{c})
			}
		}
	}
	for _, m := range regexp.MustCompile(`M(\d+) (\d+)h1`).FindAllStringSubmatch(string(svg), -1) {
		x, _ := strconv.Atoi(m[1])
		y, _ := strconv.Atoi(m[2])
		block(x, y, 1, 1, 0)
	}
	read := func() string {
		b, err := gozxing.NewBinaryBitmapFromImage(img)
		if err != nil {
			t.Fatal(err)
		}
		r, err := qrcode.NewQRCodeReader().Decode(b, nil)
		if err != nil {
			return err.Error()
		}
		return r.GetText()
	}
	if got := read(); got != text {
		t.Errorf("it reads %q", got)
	}
	block(side/2, side/2, side/5, side/5, 255) // a smear of propolis
	if got := read(); got != text {
		t.Errorf("soiled it reads %q", got)
	}
}
