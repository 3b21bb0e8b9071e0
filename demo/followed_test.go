package demo_test

import (
	"encoding/json"
	"flag"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/assessment"
	"kembo/core/day"
	"kembo/core/plan"
	"kembo/demo"
	"kembo/demo/sample"
	"kembo/store"
)

var follow = flag.Bool("follow", false, "record anew what plans say at the yard that follows them")

// TestFollow records what plans say at the yard that follows them, visit by visit, on what was done on those before:
// the steps that stand after the look and are for that day, or that were planned for it the day before and stand.
func TestFollow(t *testing.T) {
	if !*follow {
		t.Skip("with -follow the record is made anew")
	}
	told := demo.Followed{Model: assessment.ModelVersion, Steps: []demo.Step{}}
	for _, d := range demo.VisitsOfFollowed() {
		s, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "sample.db"))
		if err != nil {
			t.Fatal(err)
		}
		if err := demo.BuildTold(t.Context(), s, told, d); err != nil {
			t.Fatal(err)
		}
		steps := saidOn(t, s, d)
		for _, x := range steps {
			t.Log(x.Day.Short(), x.Colony, x.Action, x.Said)
		}
		told.Steps = append(told.Steps, steps...)
		s.Close()
	}
	b, err := json.MarshalIndent(told, "", "\t")
	if err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile("followed.json", append(b, '\n'), 0o644); err != nil {
		t.Fatal(err)
	}
}

// TestTheFollowedYardIsTold: the record has what its hives were told in each part of the season, the hives of other yards
// are in none of it, and what went between two hives stands in the logs of both.
func TestTheFollowedYardIsTold(t *testing.T) {
	told, err := demo.Recorded()
	if err != nil {
		t.Fatal(err)
	}
	seen := map[string]int{}
	var combs *demo.Step
	for i, x := range told.Steps {
		seen[x.Action]++
		if !strings.HasPrefix(x.Colony, demo.FollowedYard) {
			t.Errorf("%s is told something, and does not follow", x.Colony)
		}
		if x.Combs > 0 && combs == nil {
			combs = &told.Steps[i]
		}
	}
	for _, a := range []plan.Action{plan.AddSuper, plan.HarvestSuper, plan.FeedWinter} {
		if seen[string(a)] == 0 {
			t.Errorf("in a whole year nobody is told to %s: %v", a, seen)
		}
	}
	if combs == nil {
		t.Fatalf("no combs go between hives: %v", seen)
	}
	s := sample.Built(t, combs.Day+1)
	on := combs.Day + 1
	svc := app.New(s, time.Now, &on)
	ids := idsOf(t, s)
	for _, code := range []string{combs.Colony, combs.From} {
		c, err := svc.Worked(t.Context(), ids[code])
		if err != nil || c.Assessment == nil {
			t.Fatalf("%s cannot be told after combs went between hives: %v", code, err)
		}
		if len(c.Believed.Stack.Boxes) == 0 {
			t.Errorf("%s has no boxes", code)
		}
		if !slices.ContainsFunc(c.Log, func(l app.LogLine) bool { return l.Day == combs.Day && l.Kind == "several" }) {
			t.Errorf("%s: the combs that went are not in its log", code)
		}
	}
}

// saidOn is what plans say on the day of a visit at the hives that are followed.
func saidOn(t *testing.T, s *store.Store, d day.Day) []demo.Step {
	t.Helper()
	before := d - 1
	planned := map[string][]plan.Action{} // for this day, the day before
	read := func(on day.Day, each func(code string, a plan.Advice)) {
		svc := app.New(s, time.Now, &on)
		if _, err := svc.Refresh(t.Context()); err != nil {
			t.Fatal(err)
		}
		ids := idsOf(t, s)
		var codes []string
		for code := range ids {
			if strings.HasPrefix(code, demo.FollowedYard) {
				codes = append(codes, code)
			}
		}
		slices.Sort(codes)
		for _, code := range codes {
			c, err := svc.Worked(t.Context(), ids[code])
			if err != nil {
				t.Fatal(err)
			}
			if c.Assessment == nil {
				continue
			}
			for _, a := range c.Assessment.Advice {
				each(code, a)
			}
		}
	}
	read(before, func(code string, a plan.Advice) {
		if a.On == d {
			planned[code] = append(planned[code], a.Action)
		}
	})
	var out []demo.Step
	read(d, func(code string, a plan.Advice) {
		if a.On > d && !slices.Contains(planned[code], a.Action) {
			return
		}
		x := demo.Step{Day: d, Colony: code, Action: string(a.Action), Said: a.Acts}
		if a.Action == plan.Equalise {
			x.Combs, x.From = combsOf(t, a.Do)
		}
		if len(x.Said) > 0 || x.Combs > 0 {
			out = append(out, x)
		}
	})
	return out
}

// combsOf reads how many combs are to come from which hive: "Give it 4 combs of honey from HE-02 today". What the
// other is told, to take combs out, is the same combs.
func combsOf(t *testing.T, do string) (n int, from string) {
	t.Helper()
	if !strings.HasPrefix(do, "Give it ") {
		return 0, ""
	}
	if _, err := fmt.Sscanf(do, "Give it %d combs of honey from %s", &n, &from); err != nil {
		t.Fatalf("%q: %v", do, err)
	}
	return n, from
}
