package demo_test

import (
	"flag"
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/plan"
	"kembo/demo"
	"kembo/demo/sample"
)

var wholeYear = flag.Bool("audit", false, "audit every day of the sample’s year, not some")

// audited is what is counted over the days.
type audited struct {
	days, colonies, flips, pairs int
	cannot, followed             []float64 // share by day, May to August, of all and of the yard that follows its plans
	loud                         []string  // days on which more than fifteen in a hundred cannot wait
	repeats                      map[string]int
}

// TestTheYearsAudit reads the boards of the sample day after day, each on what was kept the day before: no two steps of
// a plan contradict one another, a step has its day, none breaks what is never done, and a plan is the plan of the day
// before unless something was written of the colony. What is counted is logged; with -audit it is every day.
func TestTheYearsAudit(t *testing.T) {
	s := sample.Built(t, demo.Last)
	a := audited{repeats: map[string]int{}}
	spans := [][2]day.Day{
		{day.Of(2026, 2, 10), day.Of(2026, 2, 12)}, {day.Of(2026, 5, 18), day.Of(2026, 5, 21)},
		{day.Of(2026, 8, 1), day.Of(2026, 8, 3)}, {day.Of(2026, 10, 31), day.Of(2026, 11, 2)},
	}
	if *wholeYear {
		spans = [][2]day.Day{{demo.Opens, demo.Last}}
	}
	for _, span := range spans {
		was := map[string]app.Standing{}
		for d := span[0]; d <= span[1]; d++ {
			svc := app.New(s, time.Now, &d)
			n, cannot := 0, 0
			followed, cannotFollowed := 0, 0
			is := map[string]app.Standing{}
			for code, x := range boardOf(t, svc) {
				n++
				if x.CantWait() {
					cannot++
				}
				if strings.HasPrefix(code, demo.FollowedYard) {
					followed++
					if x.CantWait() {
						cannotFollowed++
					}
				}
				is[code] = x
				a.read(t, d, x)
			}
			a.turns(t, d, was, is)
			was = is
			a.days++
			a.colonies += n
			if m := d.Time().Month(); n > 0 && m >= time.May && m <= time.August {
				share := float64(cannot) / float64(n)
				a.cannot = append(a.cannot, share)
				a.followed = append(a.followed, float64(cannotFollowed)/float64(max(1, followed)))
				if share > 0.15 {
					a.loud = append(a.loud, fmt.Sprintf("%s %d of %d", d.Short(), cannot, n))
				}
			}
		}
	}
	slices.Sort(a.cannot)
	slices.Sort(a.followed)
	t.Logf("%d days, %d colony-days; of %d on which nothing was written %d are another plan", a.days, a.colonies, a.pairs, a.flips)
	if len(a.cannot) > 0 {
		t.Logf("cannot wait, May to August: median %.2f, worst %.2f; over 15 %%: %s", a.cannot[len(a.cannot)/2],
			a.cannot[len(a.cannot)-1], strings.Join(a.loud, ", "))
	}
	if len(a.followed) > 0 {
		median := a.followed[len(a.followed)/2]
		t.Logf("and at the yard that follows its plans: median %.2f, worst %.2f", median, a.followed[len(a.followed)-1])
		if *wholeYear && median > 0.15 {
			t.Errorf("who follows the plans cannot wait with %.0f in 100 hives on the median day", 100*median)
		}
	}
	for k, n := range a.repeats {
		t.Log(n, k)
	}
	if a.pairs > 0 && float64(a.flips) > 0.1*float64(a.pairs) {
		t.Errorf("%d of %d plans turned with nothing new", a.flips, a.pairs)
	}
}

// read asks of one colony on one day what must hold of any plan.
func (a *audited) read(t *testing.T, d day.Day, x app.Standing) {
	if x.Old || x.Today != d {
		t.Errorf("%s %s: it could not be worked out; it stands as on %s", d.Short(), x.Code, x.Today.Short())
	}
	if len(x.Advice) == 0 {
		t.Errorf("%s %s: nothing is said", d.Short(), x.Code)
		return
	}
	on := map[plan.Action]day.Day{}
	for _, v := range x.Advice {
		if v.ActBy < d || v.Do == "" || v.Brief == "" {
			t.Errorf("%s %s: %+v", d.Short(), x.Code, v)
		}
		if v.Action == plan.Leave && len(x.Advice) > 1 {
			t.Errorf("%s %s: leave beside %d others", d.Short(), x.Code, len(x.Advice)-1)
		}
		on[v.Action] = v.On
	}
	for _, p := range [][2]plan.Action{
		{plan.AddSuper, plan.FeedWinter}, {plan.AddSuper, plan.FeedEmergency}, {plan.AddSuper, plan.RemoveSuper},
		{plan.AddSuper, plan.PackDown}, {plan.Combine, plan.FeedWinter}, {plan.HarvestSuper, plan.HoldHarvest},
	} {
		if u, v := on[p[0]], on[p[1]]; u != 0 && u == v {
			t.Errorf("%s %s: %s and %s on %s", d.Short(), x.Code, p[0], p[1], u.Short())
		}
	}
}

// news reports whether something was written of a colony since the day before, or its visit was set anew.
func news(was, is app.Standing) bool {
	return is.Looked != was.Looked || is.Weighed != was.Weighed || is.Visit != was.Visit || len(is.Boxes) != len(was.Boxes)
}

// turns counts plans that are others than the day before, though nothing was written of the colony and its visit has not come. What
// goes between two hives is a matter of both: what was written of the other is news to this one.
func (a *audited) turns(t *testing.T, d day.Day, was, is map[string]app.Standing) {
	for code, x := range is {
		y, ok := was[code]
		if !ok || news(y, x) || x.Visit <= d {
			continue
		}
		other := func(v app.StandingAdvice) bool { return v.With != "" && news(was[v.With], is[v.With]) }
		if slices.ContainsFunc(y.Advice, other) || slices.ContainsFunc(x.Advice, other) {
			continue
		}
		a.turned(t, d, y, x)
	}
}

// turned counts a plan that is another than the day before. Nothing done is nothing done, whether it is told as leaving or as a look
// that could be taken.
func (a *audited) turned(t *testing.T, d day.Day, was, is app.Standing) {
	a.pairs++
	set := func(x app.Standing) string {
		var out []string
		for _, v := range x.Advice {
			if v.Action != plan.HoldHarvest && v.Action != plan.LookCloser && v.Action != plan.Leave {
				out = append(out, string(v.Action))
			}
		}
		slices.Sort(out)
		return strings.Join(slices.Compact(out), " ")
	}
	if u, v := set(was), set(is); u != v {
		a.flips++
		a.repeats[u+" -> "+v]++
		if testing.Verbose() && len(a.repeats) < 60 {
			t.Log(d.Short(), is.Code, u, "->", v)
		}
	}
}
