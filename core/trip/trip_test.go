package trip_test

import (
	"math/rand/v2"
	"slices"
	"testing"

	"kembo/core/plan"
	"kembo/core/trip"
)

// losing is a hive that loses so much each day after a day.
func losing(code string, from int, kgDay float64) trip.Hive {
	h := trip.Hive{Code: code, By: -1, Due: -1}
	for _, d := range []int{0, 1, 2, 3, 4, 6, 8, 10, 12, 14} {
		h.Goings = append(h.Goings, plan.Going{In: d, Kg: kgDay * float64(max(0, d-from))})
	}
	return h
}

func open(n int, shut ...int) []trip.Day {
	days := make([]trip.Day, n)
	for _, d := range shut {
		days[d].Shut = true
	}
	return days
}

// TestTheLastSafeDay: ten hives that each lose 0.2 kg a day from the fourth on can be left until what they lose is a trip, a hive that
// loses a kilogram by itself ends it sooner, and so does one that its plan has done by a day.
func TestTheLastSafeDay(t *testing.T) {
	y := trip.Yard{ID: "a", Visit: 9}
	for range 10 {
		y.Hives = append(y.Hives, losing("x", 4, 0.2))
	}
	if last := y.LastSafe(14, 6); last != 7 {
		t.Errorf("safe until day %d, want 7: ten lose 6 kg in three days", last)
	}
	y.Hives = append(y.Hives, losing("y", 2, 0.6))
	if last := y.LastSafe(14, 6); last != 3 {
		t.Errorf("safe until day %d, want 3: y has lost more than a kilogram on the fourth", last)
	}
	y.Hives = append(y.Hives, trip.Hive{Code: "z", By: 1, Due: -1})
	if last := y.LastSafe(14, 6); last != 1 || !slices.Equal(y.Late(2), []string{"z"}) {
		t.Errorf("safe until day %d, late are %v", last, y.Late(2))
	}
	if last := (trip.Yard{Hives: []trip.Hive{{Code: "idle", By: -1, Due: -1}}}).LastSafe(14, 6); last != -1 {
		t.Errorf("a yard with nothing to do is safe until %d", last)
	}
}

// TestTheBestDay: not in rain, not with a hive late, else where the least is lost; and of days that are as good the planned one.
func TestTheBestDay(t *testing.T) {
	y := trip.Yard{ID: "a", Visit: 5, Hives: []trip.Hive{losing("x", 6, 2)}}
	if on := (trip.Route{y}).Best(open(14)); on != 5 {
		t.Errorf("best on day %d, want the planned 5: all to the sixth are as good", on)
	}
	if on := (trip.Route{y}).Best(open(14, 4, 5, 6)); on != 3 {
		t.Errorf("best on day %d, want 3: it rains from 4 to 6", on)
	}
	wet := open(14)
	wet[5].BadKg = 1
	if on := (trip.Route{y}).Best(wet); on != 4 {
		t.Errorf("best on day %d, want 4: it rains a little on the planned one", on)
	}
	y.Hives = append(y.Hives, trip.Hive{Code: "hungry", By: 1, Due: -1})
	if on := (trip.Route{y}).Best(open(14, 0)); on != 1 {
		t.Errorf("best on day %d, want 1: one hive is late after it", on)
	}
	if on := (trip.Route{y}).Best(open(3, 0, 1, 2)); on >= 0 {
		t.Errorf("best on day %d of none", on)
	}
}

// TestWhatIsWorthGoingToTogether: a yard that loses less than its own trip by the day of another goes along; one that would come out a
// week early does not.
func TestWhatIsWorthGoingToTogether(t *testing.T) {
	first := trip.Yard{ID: "first", Visit: -1, Hives: []trip.Hive{losing("a", 2, 5)}}
	near := trip.Yard{ID: "near", Visit: 3, Hives: []trip.Hive{losing("b", 4, 1)}}
	idle := trip.Yard{ID: "idle", Visit: 3, Hives: []trip.Hive{{Code: "i", By: -1, Due: -1}}}
	late := trip.Yard{ID: "late", Visit: 12, Hives: []trip.Hive{losing("c", 12, 1)}}
	on, r := trip.Together(first, []trip.Yard{first, near, idle, late}, open(14), 6)
	if on > 2 || len(r) != 2 || r[1].ID != "near" {
		t.Errorf("on day %d to %v", on, r)
	}
}

// TestTripRelations, on yards drawn at random: no open day with as few late is cheaper than the best by more than a toss-up; more hives
// make no yard safer; a route loses what its yards do.
func TestTripRelations(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 5))
	for range 500 {
		var route trip.Route
		for k := range 1 + r.IntN(4) {
			y := trip.Yard{Visit: r.IntN(14), ID: string(rune('a' + k))}
			for range r.IntN(6) {
				h := losing("h", r.IntN(14), 2*r.Float64())
				if r.IntN(8) == 0 {
					h.By = r.IntN(14)
				}
				y.Hives = append(y.Hives, h)
			}
			route = append(route, y)
		}
		days := open(14, r.IntN(14), r.IntN(14))
		best := route.Best(days)
		sum := 0.0
		for _, y := range route {
			sum += y.LostKg(best)
		}
		if d := sum - route.LostKg(best); d > 1e-9 || d < -1e-9 {
			t.Fatalf("a route loses %.2f, its yards %.2f", route.LostKg(best), sum)
		}
		for in, d := range days {
			if !d.Shut && len(route.Late(in)) == len(route.Late(best)) && route.LostKg(in) < route.LostKg(best)-0.61 {
				t.Fatalf("day %d loses %.2f, the best one, %d, %.2f", in, route.LostKg(in), best, route.LostKg(best))
			}
		}
		y := route[0]
		before := y.LastSafe(14, 6)
		y.Hives = append(y.Hives, losing("more", 0, 3))
		if after := y.LastSafe(14, 6); before >= 0 && (after < 0 || after > before+1) {
			t.Fatalf("a hive more, and safe until %d instead of %d", after, before)
		}
	}
}
