package web_test

import (
	"context"
	"io"
	"log/slog"
	"math"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"time"

	"kembo/core/day"
	"kembo/demo/sample"
	"kembo/web"
)

// alike reports whether two files of numbers differ in their last digit at most.
func alike(a, b string) bool {
	split := func(s string) []string {
		return strings.FieldsFunc(s, func(r rune) bool { return r == ',' || r == '\n' })
	}
	x, y := split(a), split(b)
	for i := range min(len(x), len(y)) {
		v, err1 := strconv.ParseFloat(x[i], 64)
		w, err2 := strconv.ParseFloat(y[i], 64)
		if err1 == nil && err2 == nil && math.Abs(v-w) > 1e-7+2e-4*math.Abs(w) ||
			(err1 != nil || err2 != nil) && x[i] != y[i] {
			return false
		}
	}
	return len(x) == len(y)
}

// path is the course of a line in a drawing, which is told to a tenth of a pixel.
var path = regexp.MustCompile(` d="[^"]*"`)

// drawnAlike reports whether two pages are the same, but for the last digit of where their
// drawings' lines run.
func drawnAlike(a, b string) bool {
	if path.ReplaceAllString(a, "") != path.ReplaceAllString(b, "") {
		return false
	}
	number := regexp.MustCompile(`-?[0-9.]+`)
	x, y := path.FindAllString(a, -1), path.FindAllString(b, -1)
	for i := range x {
		v, w := number.FindAllString(x[i], -1), number.FindAllString(y[i], -1)
		if number.ReplaceAllString(x[i], "") != number.ReplaceAllString(y[i], "") || len(v) != len(w) {
			return false
		}
		for k := range v {
			p, err1 := strconv.ParseFloat(v[k], 64)
			q, err2 := strconv.ParseFloat(w[k], 64)
			if err1 != nil || err2 != nil || math.Abs(p-q) > 0.11 {
				return false
			}
		}
	}
	return true
}

// TestWhatIsStoredIsWhatIsWorkedOut: a colony's page, its look and its stop are the
// same whether they are read from what was stored with its standing or worked out
// now, but for the ids of their forms.
func TestWhatIsStoredIsWhatIsWorkedOut(t *testing.T) {
	ctx := context.Background()
	on := day.Of(2026, time.August, 12)
	svc, s := sample.Worked(t, on)
	// Twice: the first time tells the yards how their flow runs, which bears on
	// what is worked out after it.
	for range 2 {
		if _, err := svc.Reassess(ctx, true, nil); err != nil {
			t.Fatal(err)
		}
	}
	w, err := web.New(svc, slog.New(slog.NewTextHandler(io.Discard, nil)), true)
	if err != nil {
		t.Fatal(err)
	}
	op, err := svc.Operation(ctx)
	if err != nil {
		t.Fatal(err)
	}
	colonies, err := s.Colonies(ctx, op.ID, int32(on))
	if err != nil {
		t.Fatal(err)
	}
	ids := regexp.MustCompile(`[0-9a-f]{8}-[0-9a-f-]{27}`)
	read := func() map[string]string {
		out := map[string]string{}
		for _, c := range colonies {
			for _, p := range []string{"", "/look", "/look?round=2026-08-12", "/course.csv"} {
				_, page := ask(t, w, get("/colonies/"+c.ID+p))
				out[c.Code+p] = ids.ReplaceAllString(page, "ID")
			}
		}
		return out
	}
	for _, c := range colonies {
		if x, err := s.StandingOf(ctx, c.ID); err != nil || len(x.Told) == 0 || len(x.Told) > 40_000 {
			t.Errorf("%s: %d bytes are stored, %v", c.Code, len(x.Told), err)
		}
	}
	stored := read()
	yards, err := s.Yards(ctx, op.ID)
	if err != nil {
		t.Fatal(err)
	}
	for _, y := range yards { // from now on nothing stored is of today
		if err := s.MarkYard(ctx, y.ID); err != nil {
			t.Fatal(err)
		}
	}
	differ := 0
	for name, page := range read() {
		if was := stored[name]; was != page && !(strings.HasSuffix(name, ".csv") && alike(was, page)) &&
			!drawnAlike(was, page) {
			differ++
			i := 0
			for i < min(len(was), len(page)) && was[i] == page[i] {
				i++
			}
			t.Errorf("%s differs at %d:\n%.200s\n%.200s", name, i, was[max(0, i-60):], page[max(0, i-60):])
		}
		if differ > 5 {
			t.Fatal("and so on")
		}
	}
}
