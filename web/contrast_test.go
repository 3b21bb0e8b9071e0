package web_test

import (
	"math"
	"os"
	"regexp"
	"strconv"
	"strings"
	"testing"
)

// TestInkStandsOutInBothThemes: text and links have 7:1 on each ground, by day and by
// night, and control outlines 3:1 (WCAG 2.2, 1.4.6 and 1.4.11; formula of 1.4.3).
func TestInkStandsOutInBothThemes(t *testing.T) {
	b, err := os.ReadFile("static/tokens.css")
	if err != nil {
		t.Fatal(err)
	}
	day, rest, ok := strings.Cut(string(b), "@media (prefers-color-scheme:dark){")
	if !ok {
		t.Fatal("there is no dark theme")
	}
	night, figures, ok := strings.Cut(rest, ".form-select{")
	if !ok {
		t.Fatal("the dark theme has no end")
	}
	tokens := func(css string) map[string]string {
		out := map[string]string{}
		for _, m := range regexp.MustCompile(`(--k-[\w-]+):(#[0-9A-Fa-f]{6})`).FindAllStringSubmatch(css, -1) {
			if _, ok := out[m[1]]; !ok {
				out[m[1]] = m[2]
			}
		}
		return out
	}
	for _, theme := range []struct{ name, css string }{{"by day", day}, {"by night", night}, {"figures by night", figures}} {
		tok := tokens(theme.css)
		for _, ground := range []string{"--k-paper", "--k-paper-lift", "--k-paper-sunk"} {
			for _, want := range []struct {
				ink   string
				least float64
			}{{"--k-ink", 7}, {"--k-ink-2", 7}, {"--k-spruce", 7}, {"--k-rule-2", 3}} {
				if tok[ground] == "" || tok[want.ink] == "" {
					t.Fatalf("%s: %s or %s is not set", theme.name, ground, want.ink)
				}
				if got := contrast(t, tok[want.ink], tok[ground]); got < want.least {
					t.Errorf("%s: %s on %s has %.2f:1, want %g:1", theme.name, want.ink, ground, got, want.least)
				} else {
					t.Logf("%s: %s on %s %.1f:1", theme.name, want.ink, ground, got)
				}
			}
		}
	}
}

// contrast is the ratio of two colours by WCAG 2.2.
func contrast(t *testing.T, a, b string) float64 {
	t.Helper()
	light := func(hex string) float64 {
		sum := 0.0
		for i, w := range []float64{0.2126, 0.7152, 0.0722} {
			v, err := strconv.ParseUint(hex[1+2*i:3+2*i], 16, 8)
			if err != nil {
				t.Fatal(err)
			}
			c := float64(v) / 255
			if c <= 0.04045 {
				sum += w * c / 12.92
			} else {
				sum += w * math.Pow((c+0.055)/1.055, 2.4)
			}
		}
		return sum
	}
	x, y := light(a), light(b)
	return (math.Max(x, y) + 0.05) / (math.Min(x, y) + 0.05)
}
