package web_test

import (
	"encoding/csv"
	"math"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"time"

	"kembo/core/day"
)

// column sums a column of a CSV that the application answers with.
func column(t *testing.T, body, name string) (sum float64, rows int) {
	t.Helper()
	all, err := csv.NewReader(strings.NewReader(body)).ReadAll()
	if err != nil {
		t.Fatal(err)
	}
	at := -1
	for i, h := range all[0] {
		if h == name {
			at = i
		}
	}
	if at < 0 {
		t.Fatalf("no column %s in %v", name, all[0])
	}
	for _, r := range all[1:] {
		if v, err := strconv.ParseFloat(r[at], 64); err == nil {
			sum += v
			rows++
		}
	}
	return sum, rows
}

// TestTheCropIsAccountedFor: the years come to what came off, line by line, and the sugar to what the book of feeds has; the page tells
// of what it is.
func TestTheCropIsAccountedFor(t *testing.T) {
	w := serverOn(t, day.Of(2026, time.September, 20))
	_, lines := ask(t, w, get("/crop.csv?from=2020-01-01&to=2026-09-20"))
	_, years := ask(t, w, get("/crop/years.csv"))
	kg, n := column(t, lines, "kg")
	told, _ := column(t, years, "kg")
	if n == 0 || math.Abs(kg-told) > 0.06*float64(n) {
		t.Errorf("%d lines come to %.1f kg, the years to %.1f", n, kg, told)
	}
	_, book := ask(t, w, get("/medicines.csv?from=2020-01-01&to=2026-09-20"))
	sugar, _ := column(t, years, "sugar_kg")
	fed := 0.0
	for _, m := range regexp.MustCompile(`([0-9.]+) kg of sugar`).FindAllStringSubmatch(book, -1) {
		v, _ := strconv.ParseFloat(m[1], 64)
		fed += v
	}
	if fed == 0 || math.Abs(fed-sugar) > 1 {
		t.Errorf("the book has %.1f kg of sugar, the years %.1f", fed, sugar)
	}
	_, page := ask(t, w, get("/crop"))
	text := plain(page)
	for _, want := range []string{"By what flowered", "lime tree", "Year on year", "2026 so far", "kg a visit"} {
		if !strings.Contains(text, want) {
			t.Errorf("the page lacks %q", want)
		}
	}
}
