package draw_test

import (
	"encoding/xml"
	"errors"
	"flag"
	"html/template"
	"io"
	"math"
	"os"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"time"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/web/draw"
)

var update = flag.Bool("update", false, "rewrite the golden drawings")

// golden holds a drawing against the one that was looked at and accepted.
func golden(t *testing.T, name string, got template.HTML) {
	t.Helper()
	path := filepath.Join("testdata", name+".svg")
	if *update {
		if err := os.WriteFile(path, []byte(got), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	want, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	if string(want) != string(got) {
		t.Errorf("%s has changed; look at both, then accept with -update", path)
	}
	wellFormed(t, name, string(got))
}

func wellFormed(t *testing.T, name, svg string) {
	t.Helper()
	d := xml.NewDecoder(strings.NewReader(svg))
	for {
		_, err := d.Token()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			t.Fatalf("%s: %v", name, err)
		}
	}
	for _, bad := range []string{"NaN", "Inf", "style="} {
		if strings.Contains(svg, bad) {
			t.Errorf("%s contains %s", name, bad)
		}
	}
}

func twoBoxes(t *testing.T) hive.Stack {
	t.Helper()
	deep, err := hive.FormatFor("langstroth-deep-10")
	if err != nil {
		t.Fatal(err)
	}
	medium, _ := hive.FormatFor("langstroth-medium-10")
	nest, super := hive.NewBox(
		"n", deep, 10, hive.Make{Drawn: true},
	), hive.NewBox("s", medium, 10, hive.Make{Super: true})
	for i := 3; i < 8; i++ {
		f := comb.Shares{comb.Honey: 0.2, comb.Pollen: 0.1, comb.Eggs: 0.1, comb.Larvae: 0.2, comb.Brood: 0.4}
		nest.Frames[i].A, nest.Frames[i].B = f, f
	}
	return hive.Stack{Boxes: []hive.Box{nest, super}, ExcluderAbove: 1}
}

func TestStack(t *testing.T) {
	st := twoBoxes(t)
	golden(
		t, "two-boxes",
		draw.Stack(draw.StackPlan{Stack: st, Alt: "two boxes", Nest: []string{"nest now,", "5 frames"},
			Labels: []draw.Label{
				{Name: "Brood box", Lines: []string{"5 kg honey"}, Heavy: "lift 38 kg"},
				{Name: "Super 1", Lines: []string{"0 kg honey"}},
			}}),
	)
}

func TestGlyph(t *testing.T) {
	var boxes []draw.GlyphBox
	for _, b := range twoBoxes(t).Boxes {
		g := draw.GlyphBox{HeightMM: b.Format.Frame.HeightMM}
		for _, f := range b.Frames {
			var x [comb.Contents]uint8
			for c, v := range f.A {
				x[c] = uint8(100 * v)
			}
			g.Frames = append(g.Frames, x)
		}
		boxes = append(boxes, g)
	}
	golden(t, "glyph", draw.Glyph(boxes, 1, "two boxes"))
	tall := draw.Glyph(append(append(append(boxes, boxes...), boxes...), boxes...), 1, "eight boxes")
	if !strings.Contains(string(tall), `height="60"`) {
		t.Error("a tall stack leaves its place in the list")
	}
}

func track(known bool) draw.Track {
	inf := math.Inf(1)
	return draw.Track{
		Today: day.Of(2026, time.June, 3), Visit: 8, Known: known,
		Bars: []draw.Bar{{"Food", inf, inf, inf}, {"Lay", 5, 12, 26}, {"Store", 2, 4, 6}},
	}
}

func TestTrack(t *testing.T) {
	golden(t, "track", track(true).Desk())
	golden(t, "track-phone", track(true).Phone())
	golden(t, "track-not-known", track(false).Desk())
	if s := string(track(true).Desk()); !strings.Contains(s, "short by 4 d") ||
		!strings.Contains(s, "ends Sun 7 Jun") || !strings.Contains(s, "30+ d") {
		t.Errorf("the words of a short track are missing: %s", s)
	}
	if s := string(track(false).Desk()); strings.Contains(s, "short by") || !strings.Contains(s, "not known") {
		t.Error("what is not known is drawn as if it were")
	}
}

func TestCourseAndAxis(t *testing.T) {
	today := day.Of(2026, time.June, 3)
	axis := draw.Axis{
		Today: today, Visit: today + 8, Planned: true,
		Bloom: []draw.Bloom{{"hawthorn", -20, -10, 6, 12}, {"lime tree", 20, 26, 36, 44}},
	}
	golden(t, "axis", axis.Draw())
	var lane []measure.Range
	for i := range 31 {
		v := 20 + float64(i)
		lane = append(lane, measure.Range{Low: v * 0.8, Likely: v, High: v * 1.3})
	}
	golden(
		t, "course",
		draw.Course{
			Axis: axis, Bars: track(true).Bars, Known: true, Step: 2, Said: [3]string{"", "", "nectar finds no room"},
			Lanes: []draw.Lane{{Name: "Stores", Unit: "kg", Track: lane, Line: "red", Band: "pink", Scale: 1}},
		}.Draw(),
	)
}

// TestNoDateStandsOnAnother: of two dates that would overlap the first stays, wherever the visit lies.
func TestNoDateStandsOnAnother(t *testing.T) {
	date := regexp.MustCompile(`<text x="([0-9.]+)" y="[0-9.]+" font-size="12.5" text-anchor="(start|middle|end)" ` +
		`fill="var\(--k-ink-2\)">((?:Today, )?[0-9]+ [A-Z][a-z]+)<`)
	today := day.Of(2026, time.October, 24)
	for _, horizon := range []int{30, 60, 180} {
		for wait := range 60 {
			axis := draw.Axis{Today: today, Visit: today + day.Day(wait), Planned: true}
			lane := make([]measure.Range, horizon+1)
			svg := string(draw.Course{
				Axis: axis, Bars: track(true).Bars, Known: true, Step: 2, Days: float64(horizon),
				Lanes: []draw.Lane{{Name: "Stores", Unit: "kg", Track: lane, Line: "red", Band: "pink", Scale: 1}},
			}.Draw())
			right := 0.0
			for _, m := range date.FindAllStringSubmatch(svg, -1) {
				x, err := strconv.ParseFloat(m[1], 64)
				if err != nil {
					t.Fatal(err)
				}
				const least = 5.5 // a character, at least
				w := least * float64(len(m[3]))
				left := x - map[string]float64{"start": 0, "middle": w / 2, "end": w}[m[2]]
				if left < right {
					t.Errorf("%d days, the visit in %d: %q stands on the date before", horizon, wait, m[3])
				}
				right = left + w
			}
		}
	}
}

func TestSmallParts(t *testing.T) {
	golden(t, "seams", draw.Seams(10))
	golden(t, "tally", draw.Tally(2, 1, 3))
	wellFormed(t, "defs", string(draw.Defs()))
	for c := range comb.Contents {
		wellFormed(t, "swatch", string(draw.Swatch(comb.Content(c), 24, 19)))
	}
}

// TestWhatWasNotSeenIsVeiled: measured combs are drawn plain, carried ones under
// a veil with a broken edge, assumed ones under a thicker one.
func TestWhatWasNotSeenIsVeiled(t *testing.T) {
	st := twoBoxes(t)
	part := func(nest, super colony.Origin) string {
		return string(draw.Stack(draw.StackPlan{
			Stack: st, Alt: "x",
			Parts: []colony.Part{{Box: "n", Stores: nest, Brood: nest}, {Box: "s", Stores: super, Brood: super}},
		}))
	}
	const carried, assumed = `stroke-dasharray="5 3"`, `stroke-dasharray="1.5 2.5"`
	if s := part(colony.Measured, colony.Measured); strings.Contains(s, carried) || strings.Contains(s, assumed) {
		t.Error("what was seen is veiled")
	}
	if s := part(colony.Carried, colony.Measured); strings.Count(s, carried) != 20 {
		t.Errorf("%d faces of ten frames are veiled as carried", strings.Count(s, carried))
	}
	if s := part(colony.Assumed, colony.Carried); strings.Count(s, assumed) != 20 || strings.Count(s, carried) != 20 {
		t.Error("assumed and carried look the same")
	}
	// Of a box painted in part only the faces that were not painted are veiled.
	faces := make([][2]colony.Origin, 10)
	for i := range faces {
		faces[i] = [2]colony.Origin{colony.Measured, colony.Carried}
	}
	s := string(draw.Stack(draw.StackPlan{
		Stack: st, Alt: "x",
		Parts: []colony.Part{
			{Box: "n", Stores: colony.Measured, Brood: colony.Measured, Faces: faces},
			{Box: "s", Stores: colony.Measured, Brood: colony.Measured},
		},
	}))
	if strings.Count(s, carried) != 10 {
		t.Errorf("%d of ten faces not painted are veiled", strings.Count(s, carried))
	}
}

// TestACourseShowsWhatIsTriedBesideWhatIs: both likely lines, both runways, in
// words too; and a longer course has its days on the same width.
func TestACourseShowsWhatIsTriedBesideWhatIs(t *testing.T) {
	var was, is []measure.Range
	for i := range 61 {
		v := float64(i)
		was = append(was, measure.Range{Low: 10, Likely: 10 + v/4, High: 20 + v/2})
		is = append(is, measure.Range{Low: 12, Likely: 12 + v/3, High: 22 + v/2})
	}
	c := draw.Course{Axis: draw.Axis{Today: 20000, Visit: 20006, Planned: true}, Known: true, Step: 1, Days: 60,
		Bars: []draw.Bar{
			{Name: "Food", Low: math.Inf(1), Likely: math.Inf(1), High: math.Inf(1)},
			{Name: "Room to lay", Low: 1, Likely: 3, High: 9}, {Name: "Room to store", Low: 40, Likely: 48, High: 55},
		},
		Lanes: []draw.Lane{{Name: "Stores", Unit: "kg", Track: was, Line: "red", Band: "blue", Scale: 1}}}
	plain := string(c.Draw())
	if !strings.Contains(plain, "60+ d") || !strings.Contains(plain, ">48 d<") || strings.Contains(plain, "as it is") {
		t.Errorf("a course of 60 days: %.400s", plain)
	}
	c.Lanes[0].With, c.Tried = is, "a drawn super"
	c.With = []draw.Bar{c.Bars[0], {Name: "Room to lay", Low: 9, Likely: 17, High: 30}, c.Bars[2]}
	tried := string(c.Draw())
	for _, want := range []string{"as it is", "with a drawn super", ">17 d<", `stroke-dasharray="7 3"`} {
		if !strings.Contains(tried, want) {
			t.Errorf("with something tried there is no %q", want)
		}
	}
	if strings.Count(tried, ">48 d<") != 1 {
		t.Error("a runway that does not change is told twice")
	}
}

// TestACalendarShowsBothYears: as entered and as this year has it, where they
// differ.
func TestACalendarShowsBothYears(t *testing.T) {
	p := draw.CalendarPlant{
		Plant: "Bramble", Entered: [4]float64{165, 172, 200, 210}, Year: [4]float64{151, 158, 186, 196},
		Strength: 0.5,
	}
	from := day.Of(2026, time.January, 1)
	both := string(draw.Calendar{From: from, Today: from + 153, Plants: []draw.CalendarPlant{p}}.Draw())
	p.Year = p.Entered
	one := string(draw.Calendar{From: from, Today: from + 153, Plants: []draw.CalendarPlant{p}}.Draw())
	if !strings.Contains(both, "stroke-dasharray") || strings.Contains(one, "stroke-dasharray") ||
		!strings.Contains(both, "Bramble") || !strings.Contains(both, ">Dec<") {
		t.Errorf("both years: %.300s", both)
	}
}
