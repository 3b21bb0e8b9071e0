package browser_test

import (
	"encoding/json"
	"errors"
	"math"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"kembo/core/brood"
	"kembo/core/day"
	"kembo/core/feed"
	"kembo/core/mites"
	"kembo/core/shorthand"
	"kembo/demo"
)

// asJSON writes a value for a script.
func asJSON(t *testing.T, v any) string {
	t.Helper()
	b, err := json.Marshal(v)
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}

// TestTheScriptReadsTheLineAsTheCoreDoes: what the page's script makes of a line,
// how it writes it and what it says of it is what the core does; where the core
// points, it points.
func TestTheScriptReadsTheLineAsTheCoreDoes(t *testing.T) {
	h := newHouse(t, demo.Default)
	p := newPerson(t, h.cable.url())
	p.open("/colonies/" + h.colony("QL-04").ID + "/look")
	hive := []shorthand.Box{
		{ID: "a", Frames: 11}, {ID: "b", Frames: 11}, {ID: "c", Frames: 10, Super: true},
		{ID: "d", Frames: 10, Super: true},
	}
	lines := []string{
		"", "qE h+ 1: s8 2: s6.5", "qSELB cc:u3", "qLB-E", "qS-ELB", "q-L", "qE-E", "q-", "q0", "cc:h4k2m1t2g1@edge 1:s10", "cp", "c:u2", "c@both",
		"1: B6,5 H2 P1 C1.5", "2: 4A=H3N1P1B2 4B=HHHHBBBB", "3: =nearly 4: ^fair", "1:s8~ 2:s6v~ o+", "W22+24",
		"W22lb+24lb", "W/60lb", "Wlight", "W54", "+1S +4L1:1 turn x4; feeder leaks; mend it",
		"swap2 ex- ex+ +2SF +1.5kg x3h", "w+ 1: s7v o-", "w- h-", "!heavy-box 4:^31.5kg", `; "quoted"`, "1: B0",
		"1:2:s3", "2: 1a=CCCCCCC. 11b=D8", "1: s5 B3 H1", "1: s5 2a=B8", "QE CC:U3 1:S8", "1: 3a=L4E4 3a=H8",
		"4: ^120lb", "3: =full s4", "qE s7", "1: s8 5: s3", "qEX", "1: B3 Z4", "1: B3 ^fair", "1: ^fair s3",
		"1: 12a=H8", "1: 0a=H8", "1: 1a=H5B5", "1: 1a=H5B4", "cc:y2", "cc@roof", "W22kg+24lb", "+4L3:1", "3: =packed", "swap",
		"1: sseven", "x9", "+0S", "W0", "cc3", "cc:u", "1: 1a=........", "q", "+S", "zz", "1: B-2", "W1000",
	}
	type result struct {
		Line *shorthand.Line `json:"line"`
		Text string          `json:"text"`
		Says []string        `json:"says"`
		At   *[2]int         `json:"at"`
	}
	var want []result
	for _, text := range lines {
		l, err := shorthand.Parse(text, hive, "kg")
		var e *shorthand.Error
		if errors.As(err, &e) {
			want = append(want, result{At: &[2]int{e.At, e.To}})
			continue
		}
		if l.Look != nil {
			n := shorthand.Normal(*l.Look, hive)
			l.Look = &n
		}
		want = append(want, result{&l, shorthand.Format(l, hive), shorthand.Say(l, hive), nil})
	}
	text := get(p, chromedp.Evaluate[string](`JSON.stringify(`+asJSON(t, lines)+`.map(text => {
		const hive = `+asJSON(t, hive)+`, K = kemboShorthand;
		try { const line = K.parse(text, hive, "kg"); return { line, text: K.format(line, hive), says: K.say(line, hive) }; }
		catch (e) { if (e.at === undefined) throw e; return { at: [e.at, e.to] }; }
	}))`))
	var got []result
	if err := json.Unmarshal([]byte(text), &got); err != nil {
		t.Fatal(err)
	}
	for i, line := range lines {
		w, g := want[i], got[i]
		if w.At != nil || g.At != nil {
			if w.At == nil || g.At == nil || *w.At != *g.At {
				t.Errorf("%q: the core points at %v, the script at %v", line, w.At, g.At)
			}
			continue
		}
		if g.Text != w.Text || strings.Join(g.Says, "|") != strings.Join(w.Says, "|") {
			t.Errorf("%q: the script writes %q and says %q; the core %q, %q", line, g.Text, g.Says, w.Text, w.Says)
		}
		if g.Line.Look != nil { // as Go reads what the script made
			n := shorthand.Normal(*g.Line.Look, hive)
			g.Line.Look = &n
		}
		if a, b := asJSON(t, g.Line), asJSON(t, w.Line); a != b &&
			!(w.Line.Acts == nil && len(g.Line.Acts) == 0 && asJSON(t, g.Line.Look) == asJSON(t, w.Line.Look)) {
			t.Errorf("%q: the script reads\n%s, the core\n%s", line, a, b)
		}
	}
}

// TestPocketSumsAreTheCores: syrup, mites and brood days as the phone works them
// out with no signal, against the core.
func TestPocketSumsAreTheCores(t *testing.T) {
	h := newHouse(t, demo.Default)
	p := newPerson(t, h.cable.url()).phone()
	p.open("/pocket")
	p.sound("the pocket sums")
	p.fits("the pocket sums")
	number := func(js string) map[string]float64 {
		return get(
			p,
			chromedp.Evaluate[map[string]float64](
				`(() => { const d = JSON.parse(document.querySelector("[data-pocket]").dataset.pocket), K = kemboPocket; return `+js+` })()`,
			),
		)
	}
	near := func(what string, got, want, within float64) {
		if math.Abs(got-want) > within {
			t.Errorf("%s: %v, the core says %v", what, got, want)
		}
	}
	for _, r := range [][2]float64{{1, 1}, {3, 2}, {2, 1}} {
		for _, litres := range []float64{0.7, 4, 25} {
			m, err := feed.OfRatio(r[0], r[1], litres, false, 25)
			if err != nil {
				t.Fatal(err)
			}
			got := number(`K.syrup(d, ` + asJSON(t, litres) + `, "` + asJSON(t, r[0]) + `:` + asJSON(t, r[1]) + `")`)
			near("sugar", got["sugar"], m.SugarKg, 1e-9*m.SugarKg)
			near("water", got["water"], m.WaterKg/feed.WaterKgPerL, 1e-9*m.WaterKg)
		}
	}
	for _, c := range [][2]int{
		{0, 300}, {3, 300}, {9, 300}, {24, 300}, {1, 1}, {0, 1}, {40, 412}, {150, 5000}, {300, 300},
	} {
		want, err := mites.Of(c[0], c[1])
		if err != nil {
			t.Fatal(err)
		}
		got := number(`K.mites(` + asJSON(t, c[0]) + `, ` + asJSON(t, c[1]) + `)`)
		near("mites", got["percent"], want.Percent, 1e-9)
		near("mites, low", got["low"], want.Low95, 1e-6)
		near("mites, high", got["high"], want.High95, 1e-6)
	}
	for _, caste := range []brood.Caste{brood.Worker, brood.Drone, brood.Queen} {
		for _, stage := range []brood.Stage{brood.Laid, brood.Hatched, brood.Capped, brood.Emerged} {
			on := day.Day(20600)
			want, err := brood.From(caste, stage, on)
			if err != nil {
				t.Fatal(err)
			}
			got := get(
				p,
				chromedp.Evaluate[map[string]string](
					`kemboPocket.brood(JSON.parse(document.querySelector("[data-pocket]").dataset.pocket), "`+string(caste)+`", "`+string(stage)+`", "`+on.String()+`")`,
				),
			)
			for name, d := range map[string]day.Day{
				"laid": want.Laid, "hatched": want.Hatched, "capped": want.Capped, "emerged": want.Emerges,
				"flies": want.Flies, "mature": want.Mature,
			} {
				if got[name] != d.String() {
					t.Errorf("%s %s: %s on %s, the core says %s", caste, stage, name, got[name], d)
				}
			}
		}
	}
}
