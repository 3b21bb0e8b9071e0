package harvest

import (
	"math/rand/v2"
	"strings"
	"testing"

	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/honey"
)

// usual are the limits of a keeper who takes at four fifths and puts away under 18.5 %. Source: common practice.
var usual = Limits{CappedShare: 0.8, KeepsWater: 18.5}

const today = day.Day(20_000)

func box(fill, capped float64) Box {
	return Box{ID: "s1", Super: true, Fill: fill, Capped: capped, Kg: 12}
}

func reads(water float64, combs int, open bool) []Reading {
	return []Reading{{Box: "s1", Day: today, Water: water, Combs: combs, Open: open}}
}

func wetOn(box string, on day.Day) Reading {
	return Reading{Box: box, Day: on, Water: 20.4, Combs: 3, Open: true}
}

func shakes(all ...Shake) (out []Reading) {
	for _, s := range all {
		out = append(out, Reading{Box: "s1", Day: today, Shake: s})
	}
	return out
}

// closed are limits at a time of the year in which no crop comes off.
func closed(l Limits) Limits { l.Closed = true; return l }

// TestVerdicts asks what a severe keeper says of a box. Written before the rules; common practice, no source, where none is named.
func TestVerdicts(t *testing.T) {
	ling := usual
	ling.Kind = honey.Gel
	for _, x := range []struct {
		name     string
		limits   Limits
		box      Box
		readings []Reading
		bars     []Bar
		want     Verdict
		says     string // in its reasons
	}{
		{"sealed", usual, box(1, 0.95), nil, nil, Ready, "95 %"},
		{"three quarters capped", usual, box(1, 0.75), nil, nil, NotYet, "your limit is 80 %"},
		{"a third filled, all capped", usual, box(0.35, 1), nil, nil, NotYet, "35 %"},
		{"sealed over brood", usual, Box{ID: "s1", Fill: 1, Capped: 0.95, HasBrood: true}, nil, nil, NotYet, "Brood"},
		{"open and dry", usual, box(1, 0.3), reads(17.4, 3, true), nil, Ready, "17.4 %"},
		{"open and dry, one comb read", usual, box(1, 0.3), reads(17.4, 1, true), nil, NotYet, "too few"},
		{"open, the capped cells dry", usual, box(1, 0.3), reads(17.4, 4, false), nil, NotYet, "too few"},
		{"sealed and wet", usual, box(1, 0.95), reads(20.4, 3, true), nil, NotYet, "20 %"},
		{"sealed, the law would let it", usual, box(1, 0.95), reads(19.2, 1, false), nil, NotYet, "keeps only under 18.5"},
		{"at the keeping limit", usual, box(1, 0.3), reads(18.5, 3, true), nil, Ready, "18.5 %"},
		// Codex CXS 12-1981: heather (Calluna) up to 23 %.
		{"ling at 22.8 %", ling, box(1, 0.9), reads(22.8, 3, true), nil, Ready, "22.8"},
		{"ling at 23.4 %", ling, box(1, 0.9), reads(23.4, 3, true), nil, NotYet, "23 %"},
		{"read wet eight days ago", usual, box(1, 0.95), []Reading{wetOn("s1", today-8)}, nil, Ready, "95 %"},
		{"another box was wet", usual, box(1, 0.95), []Reading{wetOn("s2", today)}, nil, Ready, ""},
		{"two readings, the wetter counts", usual, box(1, 0.95), append(reads(17.4, 3, true), reads(19.4, 1, true)...), nil, NotYet, "19.4"},
		{"dry today, wet on Monday", usual, box(1, 0.4), append([]Reading{wetOn("s1", today-5)}, reads(17.8, 3, true)...), nil, Ready, "17.8"},
		{"it drops", usual, box(1, 0.85), shakes(ShakeDrops), nil, NotYet, "flew out"},
		{"shaken dry, half capped", usual, box(1, 0.55), shakes(ShakeDry), nil, Ready, "refractometer decides"},
		{"shaken dry, hardly capped", usual, box(1, 0.2), shakes(ShakeDry), nil, NotYet, ""},
		{"one comb dry, the next drops", usual, box(1, 0.6), shakes(ShakeDrops, ShakeDry), nil, NotYet, ""},
		{"dry, but fed", usual, box(1, 1), reads(16.9, 3, true), []Bar{{Cause: Fed, Since: today - 40}}, Never, "sugar is not honey"},
		{"strips in", usual, box(1, 1), nil, []Bar{{Cause: TreatmentIn, What: "strips", Since: today - 3}}, Held, "treated with strips"},
		{"out, the label's days past", usual, box(1, 1), nil, []Bar{{Cause: TreatmentOut, Until: today - 1}}, Ready, ""},
		{"out, the last of its days", usual, box(1, 1), nil, []Bar{{Cause: TreatmentOut, Until: today}}, Held, "label"},
		{"out, no day noted", usual, box(1, 1), nil, []Bar{{Cause: TreatmentOut}}, Held, "not noted"},
		{"dead hive's comb", usual, box(1, 1), nil, []Bar{{Cause: DeadOut}}, Held, "dead hive"},
		{"in winter", closed(usual), box(1, 1), nil, nil, NotYet, "their food"},
		{"fed, in winter", closed(usual), box(1, 1), nil, []Bar{{Cause: Fed, Since: today - 40}}, Never, "sugar"},
		{"nothing on record", usual, box(1, 1), nil, []Bar{{Cause: Unknown}}, Held, "not on record"},
		{"fed and treated", usual, box(1, 1), nil, []Bar{{Cause: TreatmentOut, Until: today + 9}, {Cause: Fed, Since: today - 40}}, Never, "sugar"},
	} {
		j := x.limits.Judge(x.box, FoundOn(x.readings, x.box.ID, today), x.bars, today)
		if j.Verdict != x.want {
			t.Errorf("%s: %s (%v), not %s", x.name, j.Verdict, j.Why, x.want)
		}
		if !strings.Contains(strings.Join(j.Why, " "), x.says) {
			t.Errorf("%s: %v does not say %q", x.name, j.Why, x.says)
		}
	}
}

// TestAHoldEndsOnItsLastDay: of several holds the one that lasts the longest is told, and one of unknown end outlasts all.
func TestAHoldEndsOnItsLastDay(t *testing.T) {
	bars := []Bar{
		{Cause: TreatmentOut, Until: today + 5}, {Cause: TreatmentOut, Until: today + 20}, {Cause: TreatmentOut, Until: today + 9},
	}
	if j := usual.Judge(box(1, 1), Found{}, bars, today); j.Until != today+20 || len(j.Why) != 4 {
		t.Errorf("until %s, for %v", j.Until, j.Why)
	}
	if j := usual.Judge(box(1, 1), Found{}, append(bars, Bar{Cause: TreatmentIn, Since: today}), today); j.Until != 0 {
		t.Errorf("with one in, it is said to end on %s", j.Until)
	}
}

// TestNothingBarredIsReady draws boxes, readings and bars: none that a bar holds is ready, and no bar makes one ready.
func TestNothingBarredIsReady(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 7))
	causes := []Cause{Fed, TreatmentIn, TreatmentOut, DeadOut, Suspected, Unknown}
	for range 2000 {
		b := box(r.Float64(), r.Float64())
		f := Found{Water: 13 + 12*r.Float64(), Day: today, Fair: r.IntN(2) == 0}
		bar := Bar{Cause: causes[r.IntN(len(causes))], Until: today + day.Day(r.IntN(9)), Since: today - 1}
		if j := usual.Judge(b, f, []Bar{bar}, today); j.Verdict == Ready || j.Verdict == NotYet || len(j.Why) < 2 {
			t.Fatalf("%+v, %+v: %+v", b, bar, j)
		}
	}
}

// TestCombsAreTakenFromABoxThatIsNot: the finished combs of a box half done, and not the one that was fed.
func TestCombsAreTakenFromABoxThatIsNot(t *testing.T) {
	f, err := hive.FormatFor("langstroth-medium-10")
	if err != nil {
		t.Fatal(err)
	}
	b := hive.NewBox("s1", f, f.Slots, hive.Make{Super: true, Drawn: true})
	full := comb.Shares{comb.Honey: 1}
	for k := range 5 {
		b.Frames[k].A, b.Frames[k].B = full, full
	}
	x := Boxes(hive.Stack{Boxes: []hive.Box{b}})[0]
	if x.Fill != 0.5 || x.Capped != 1 {
		t.Fatalf("a box half full of capped honey is %+v", x)
	}
	if j := usual.Ripe(x, Found{}); j.Verdict != NotYet {
		t.Errorf("a box half full is %s", j.Verdict)
	}
	fed := b.Frames[2].ID
	got := usual.Take(x, Found{}, func(c Comb) []Bar {
		if c.ID == fed {
			return []Bar{{Cause: Fed, Since: today - 9}}
		}
		return nil
	}, today)
	if len(got) != 4 {
		t.Errorf("%d of its combs may be taken, not 4", len(got))
	}
}

// TestWhatStays: what must be there is the winter's, and what is eaten until then, less what the flow still adds.
func TestWhatStays(t *testing.T) {
	s := Stays{TargetKg: 18, EatsKg: 5, BringsKg: 3, NestKg: 14}
	if s.MustKg() != 20 || s.ShortKg() != 6 {
		t.Errorf("%g must be there and %g are short", s.MustKg(), s.ShortKg())
	}
	if s.FreeKg(25) != 19 || s.FreeKg(4) != 0 {
		t.Errorf("of 25 kg above %g are free, of 4 %g", s.FreeKg(25), s.FreeKg(4))
	}
	s.NestKg = 24
	if s.FreeKg(25) != 25 { // the winter box is never taken
		t.Errorf("over a full nest %g of 25 kg are free", s.FreeKg(25))
	}
}

// TestReadingsThatCannotBe are refused with a sentence.
func TestReadingsThatCannotBe(t *testing.T) {
	for _, r := range []Reading{
		{}, {Water: 12}, {Water: 26}, {Water: 17, Combs: -1}, {Water: 17, Combs: 15}, {Shake: "wet"},
	} {
		if r.Check() == nil {
			t.Errorf("%+v stands", r)
		}
	}
	if err := (Reading{Water: 17, Combs: 3, Open: true}).Check(); err != nil {
		t.Error(err)
	}
}

// TestTheHeaviestComesOffAsLongAsEnoughStays: common practice, no source.
func TestTheHeaviestComesOffAsLongAsEnoughStays(t *testing.T) {
	ready := []Offer{{"a", 9}, {"b", 14}, {"c", 12}}
	for _, x := range []struct {
		short float64
		want  string
	}{{-5, "bca"}, {0, "bca"}, {1, "bca"}, {8, "bc"}, {12, "ba"}, {22, "b"}, {30, ""}, {40, ""}} {
		got := ""
		for _, id := range (Stays{TargetKg: 20 + x.short, NestKg: 20}).Take(ready, 35) {
			got += id
		}
		if got != x.want {
			t.Errorf("short of %g kg, %q come off, not %q", x.short, got, x.want)
		}
	}
}
