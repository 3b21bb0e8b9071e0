package history_test

import (
	"math"
	"testing"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
	"kembo/core/queen"
)

// noEggs is a look through the combs that finds no brood of any age.
func noEggs(id string, on int) history.Entry {
	l := lookOf("nest", look.Counts{Honey: 4, Pollen: 1, Empty: 5})
	l.Queen.Looked = true
	return history.Entry{ID: id, Day: d0 + dayOf(on), Kind: history.KindLook, Body: l}
}

// queened returns the share of members with a queen who lays or is to come, on a day.
func queened(t *testing.T, b history.Believed, g history.Ground, on day.Day) float64 {
	t.Helper()
	if b.Ensemble == nil {
		t.Fatal("nothing is believed")
	}
	x := b.Ensemble.Clone()
	p := bees.Defaults()
	x.Move(&p, g.Yard, b.Changes, on)
	n := 0.0
	for i := range x.States {
		if s := &x.States[i]; s.QueenPeak > 0 || s.NextQueen > 0 {
			n++
		}
	}
	return n / float64(len(x.States))
}

// TestAQueenWhoIsGivenIsNotYetAccepted: nobody having looked, one in six or seven is not; no eggs before she is due say
// nothing; no eggs once she is judged say that she failed. Common practice, no source for the shares.
func TestAQueenWhoIsGivenIsNotYetAccepted(t *testing.T) {
	given := func(a *moves.QueenGiven) []history.Entry {
		return append(
			begin(),
			history.Entry{ID: "3", Day: d0 + 1, Kind: "queen_gone", Body: &moves.QueenGone{How: queen.Killed}},
			history.Entry{ID: "4", Day: d0 + 1, Kind: "queen_given", Body: a},
		)
	}
	for _, tt := range []struct {
		name     string
		given    moves.QueenGiven
		look     int // day of a look that finds no brood; 0: none is taken
		on       int
		from, to float64
	}{
		{"mated, nobody looked", moves.QueenGiven{Caged: true}, 0, 14, queen.Accepted - 0.05, queen.Accepted + 0.05},
		{"mated, looked too early", moves.QueenGiven{Caged: true}, 5, 6, queen.Accepted - 0.06, queen.Accepted + 0.06},
		{"mated, no eggs when they might be there", moves.QueenGiven{Caged: true}, 10, 11, 0.3, 0.8},
		{"mated, no eggs when they must be there", moves.QueenGiven{Caged: true}, 16, 17, 0, 0.12},
		{"a ripe cell, nobody looked", moves.QueenGiven{Cell: true}, 0, 12, queen.Mates - 0.05, queen.Mates + 0.05},
		{"a ripe cell, looked too early", moves.QueenGiven{Cell: true}, 8, 9, queen.Mates - 0.07, queen.Mates + 0.07},
	} {
		es := given(&tt.given)
		if tt.look > 0 {
			es = append(es, noEggs("5", tt.look))
		}
		g := ground(t)
		g.To = d0 + 30
		b, err := history.Fold(es, g)
		if err != nil {
			t.Fatal(err)
		}
		g.Yard = forecast.NewYard(g.Site, d0, g.To, 31, forecast.Members, g.Seed)
		if has := queened(t, b, g, d0+dayOf(tt.on)); has < tt.from || has > tt.to {
			t.Errorf("%s: %.2f of the members have a queen or one to come, not %.2f to %.2f", tt.name, has, tt.from, tt.to)
		}
		if b.Waiting == nil {
			t.Errorf("%s: nobody is waited for", tt.name)
		}
	}
}

// TestAQueenTakenOutIsWaitedFor: the bees who are left rear another, and not all of them succeed.
func TestAQueenTakenOutIsWaitedFor(t *testing.T) {
	g := ground(t)
	g.To = d0 + 30
	b, err := history.Fold(append(begin(), history.Entry{
		ID: "3", Day: d0 + 1, Kind: "queen_moved", Body: &moves.QueenMoved{From: g.Colony},
	}), g)
	if err != nil {
		t.Fatal(err)
	}
	if b.Waiting == nil || b.Waiting.For != queen.Split {
		t.Errorf("it waits for %+v", b.Waiting)
	}
	g.Yard = forecast.NewYard(g.Site, d0, g.To, 31, forecast.Members, g.Seed)
	if has := queened(t, b, g, d0+20); math.Abs(has-bees.Defaults().Mates) > 0.08 {
		t.Errorf("%.2f of the members rear one who comes to lay", has)
	}
}

// TestASwarmLeavesADaughterWhoMayFail: one in four does not come back, of a swarm that is written down as of a queen who
// is taken out; and the forecast and the calendar of a hive that waits go by the same share.
func TestASwarmLeavesADaughterWhoMayFail(t *testing.T) {
	g := ground(t)
	g.To = d0 + 30
	b, err := history.Fold(append(begin(), history.Entry{
		ID: "3", Day: d0 + 1, Kind: "swarm_left", Body: &moves.SwarmLeft{},
	}), g)
	if err != nil {
		t.Fatal(err)
	}
	g.Yard = forecast.NewYard(g.Site, d0, g.To, 31, forecast.Members, g.Seed)
	if has := queened(t, b, g, d0+12); math.Abs(has-queen.Mates) > 0.08 {
		t.Errorf("%.2f of the members have one to come", has)
	}
	if queen.Mates != bees.Defaults().Mates {
		t.Errorf("%v of young queens mate, and %v", queen.Mates, bees.Defaults().Mates)
	}
}

// TestAHiveThatWasLeftByASwarmWaits: the next look at the seams forgets nothing, and one through the combs that finds no
// eggs has it wait for the queen of a cell; eggs end that.
func TestAHiveThatWasLeftByASwarmWaits(t *testing.T) {
	through := func(id string, on int, q history.Queen) history.Entry {
		l := lookOf("nest", look.Counts{Honey: 4, Brood: 1, Pollen: 1, Empty: 4})
		n := 4.0
		l.Queen, l.Boxes[0].Seams = q, &n
		return history.Entry{ID: id, Day: d0 + dayOf(on), Kind: history.KindLook, Body: l}
	}
	none := history.Queen{Looked: true, Capped: true}
	es := append(begin(), seams("3", 0, 9), seams("4", 12, 4.2), seams("5", 15, 4.2))
	at := func(es ...history.Entry) history.Believed {
		b, err := history.Fold(es, ground(t))
		if err != nil {
			t.Fatal(err)
		}
		return b
	}
	if b := at(es...); b.Estimate.Queen.GoneOdds < 0.5 || b.Estimate.Queen.GoneDay != d0+12 || b.Waiting != nil {
		t.Errorf("three days later it is %.2f of %s, waiting %+v", b.Estimate.Queen.GoneOdds, b.Estimate.Queen.GoneDay, b.Waiting)
	}
	es = append(es, through("6", 17, none))
	if b := at(es...); b.Waiting == nil || b.Waiting.For != queen.Sealed || b.Waiting.On >= d0+12 {
		t.Errorf("it waits for %+v", b.Waiting)
	}
	es = append(es, through("7", 40, history.Queen{Eggs: true, Larvae: true}))
	if b := at(es...); b.Waiting != nil || b.Estimate.Queen.GoneOdds != 0 {
		t.Errorf("with eggs it waits for %+v", b.Waiting)
	}
}

// TestSeveralEggsInACell: on the walls they are laying workers', and no queen has come; at the bottom she has just begun.
func TestSeveralEggsInACell(t *testing.T) {
	for several, waits := range map[string]bool{"walls": true, "bottom": false, "": false} {
		l := lookOf("nest", look.Counts{Honey: 4, Pollen: 1, Empty: 5})
		l.Queen = history.Queen{Eggs: true, Several: several}
		g := ground(t)
		g.To = d0 + 40
		b, err := history.Fold(append(
			begin(),
			history.Entry{ID: "3", Day: d0 + 1, Kind: "queen_gone", Body: &moves.QueenGone{How: queen.Killed}},
			history.Entry{ID: "4", Day: d0 + 1, Kind: "queen_given", Body: &moves.QueenGiven{Virgin: true}},
			history.Entry{ID: "5", Day: d0 + 24, Kind: history.KindLook, Body: l},
		), g)
		if err != nil {
			t.Fatal(err)
		}
		if (b.Waiting != nil) != waits {
			t.Errorf("with several eggs %q it waits for %+v", several, b.Waiting)
		}
		if b.Estimate.Queen.ManyEggs != several {
			t.Errorf("%q is read as %q", several, b.Estimate.Queen.ManyEggs)
		}
	}
	l := lookOf("nest", look.Counts{Honey: 4})
	l.Queen.Several = "lid"
	if _, err := history.Fold(append(begin(), history.Entry{
		ID: "3", Day: d0 + 1, Kind: history.KindLook, Body: l,
	}), ground(t)); err == nil {
		t.Error("eggs on the lid are taken for a finding")
	}
}

// TestTheLastEggIsNotForgotten: looks that find no eggs, one after the other, tell together when she stopped; eggs end
// it, and a look at which nobody looked for them leaves it as it was. Source: eggs three days, open brood nine, capped
// twenty-one (Winston 1987, from memory).
func TestTheLastEggIsNotForgotten(t *testing.T) {
	seen := func(id string, on int, q history.Queen) history.Entry {
		l := lookOf("nest", look.Counts{Honey: 4, Pollen: 1, Empty: 5})
		l.Queen = q
		return history.Entry{ID: id, Day: d0 + dayOf(on), Kind: history.KindLook, Body: l}
	}
	looked := history.Queen{Looked: true}
	larvae, capped := looked, looked
	larvae.Larvae, larvae.Capped, capped.Capped = true, true, true
	for _, tt := range []struct {
		name  string
		looks []history.Entry
		want  day.Day
	}{
		{"no eggs", []history.Entry{seen("3", 10, larvae)}, d0 + 7},
		{"and no larvae either", []history.Entry{seen("3", 10, larvae), seen("4", 20, capped)}, d0 + 7},
		{"and no brood", []history.Entry{seen("3", 10, larvae), seen("4", 20, capped), seen("5", 60, looked)}, d0 + 7},
		{"nobody looked for them since", []history.Entry{seen("3", 10, larvae), seams("4", 20, 6)}, d0 + 7},
		{"an older stage first", []history.Entry{seen("3", 10, capped)}, d0 + 1},
		{
			"eggs again", []history.Entry{
				seen("3", 10, larvae), seen("4", 20, history.Queen{Eggs: true, Larvae: true, Capped: true}),
			}, 0,
		},
	} {
		b, err := history.Fold(append(begin(), tt.looks...), ground(t))
		if err != nil {
			t.Fatal(err)
		}
		if got := b.Estimate.Queen.Unlaid; got != tt.want {
			t.Errorf("%s: the last egg was laid by %s, not %s", tt.name, got, tt.want)
		}
	}
}

// TestHalfTheBeesMissing: in May a swarm is the likely reason, in October it is none; where the queen is seen there was
// none; and bees that are there say nothing. Source: half to two thirds go with a prime swarm (Winston 1987, from
// memory).
func TestHalfTheBeesMissing(t *testing.T) {
	seen := func(on int, n float64, l history.Look) history.Entry {
		l.Boxes = []history.BoxLook{{Box: "nest", Depth: "seams", Seams: &n}}
		return history.Entry{ID: "4", Day: d0 + dayOf(on), Kind: history.KindLook, Body: &l}
	}
	gone := func(e ...history.Entry) float64 {
		b, err := history.Fold(append(begin(), e...), ground(t))
		if err != nil {
			t.Fatal(err)
		}
		return b.Estimate.Queen.GoneOdds
	}
	full := seams("3", 0, 9)
	half := gone(full, seen(12, 4.2, history.Look{}))
	if half < 0.5 {
		t.Errorf("with half the bees missing the chance of a swarm is %.2f", half)
	}
	if x := gone(full, seen(12, 8.5, history.Look{})); x != 0 {
		t.Errorf("with all the bees there it is %.2f", x)
	}
	if x := gone(full, seen(12, 4.2, history.Look{Queen: history.Queen{Looked: true, Seen: true, Eggs: true}})); x != 0 {
		t.Errorf("with the queen seen it is %.2f", x)
	}
	if x := gone(full, seen(12, 4.2, history.Look{Queen: history.Queen{Looked: true, Eggs: true}})); x >= half {
		t.Errorf("with eggs it is %.2f, without %.2f", x, half)
	}
	if x := gone(full, seen(12, 0.5, history.Look{})); x != 0 {
		t.Errorf("with next to no bees left it is a swarm with %.2f", x)
	}
	late := seams("3", 150, 9)
	if x := gone(late, seen(162, 4.2, history.Look{})); x != 0 {
		t.Errorf("in autumn it is %.2f", x)
	}
}
