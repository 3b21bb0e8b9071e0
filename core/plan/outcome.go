package plan

import (
	"fmt"
	"slices"
	"strings"

	"kembo/core/bees"
	"kembo/core/craft"
	"kembo/core/hive"
)

// Terms are what a plan comes to, in kg of honey, as means over the members.
type Terms struct {
	Honey  float64 `json:"honey"`  // that may be sold, with what is still to come this season
	Colony float64 `json:"colony"` // what the living colony is worth in spring
	Swarm  float64 `json:"swarm"`  // lost with swarms
	Feed   float64 `json:"feed"`   // sugar
	Work   float64 `json:"work"`   // minutes
	Craft  float64 `json:"craft"`  // rules of the craft that it breaks
	Other  float64 `json:"other"`  // queens, combs, a partner’s gain
}

// Total adds them up.
func (t Terms) Total() float64 {
	return t.Honey + t.Colony - t.Swarm - t.Feed - t.Work - t.Craft + t.Other
}

// outcome is what a plan comes to.
type outcome struct {
	parts     []part
	value     []float64 // kg of honey, by member
	members   int
	mean      float64
	terms     Terms
	alive     float64 // chance of being alive on the last day
	strength  float64 // what it is worth in spring, of a colony of full strength
	swarm     float64 // chance of a swarm by the visit after next
	bees      float64 // on the last day
	minutes   float64 // of work
	breaches  []craft.Breach
	forbidden bool // a rule that is never broken is broken by it, or it cannot be done
	changes   []bees.Change
	after     hive.Stack
}

// keyOf names a plan.
func keyOf(parts []part) string {
	var b strings.Builder
	for _, p := range parts {
		fmt.Fprintf(&b, "%s@%d ", p.Key, p.in)
	}
	return b.String()
}

// inOrder puts the parts of a plan in the order of days and hands.
func inOrder(parts []part) []part {
	out := slices.Clone(parts)
	slices.SortStableFunc(out, func(a, b part) int {
		if a.in != b.in {
			return a.in - b.in
		}
		return a.hands - b.hands
	})
	return out
}

// try returns what a plan comes to in the first n members.
func (s *Situation) try(parts []part, n int) *outcome {
	parts = inOrder(parts)
	key := keyOf(parts)
	l, ok := s.found[key]
	if !ok {
		l = &lived{compiled: s.compile(parts), parts: parts, outcomes: map[int]*outcome{}}
		s.found[key] = l
	}
	o, ok := l.outcomes[n]
	if !ok {
		if !l.forbidden {
			s.live(l, n)
		}
		o = l.outcomeOf(s, n)
		l.outcomes[n] = o
	}
	return o
}

func (t *Terms) add(o Terms) {
	t.Honey += o.Honey
	t.Colony += o.Colony
	t.Swarm += o.Swarm
	t.Feed += o.Feed
	t.Work += o.Work
	t.Craft += o.Craft
	t.Other += o.Other
}

func (t Terms) times(k float64) Terms {
	return Terms{t.Honey * k, t.Colony * k, t.Swarm * k, t.Feed * k, t.Work * k, t.Craft * k, t.Other * k}
}

// worst is the share of members whose mean decides for the careful. Source: the design: the worst fifth.
const worst = 5

// decides returns the number that plans are compared by.
func (s *Situation) decides(value []float64) float64 {
	sum := 0.0
	for _, v := range value {
		sum += v
	}
	mean := sum / float64(max(1, len(value)))
	if !s.weights().Careful || len(value) < worst {
		return mean
	}
	sorted := slices.Clone(value)
	slices.Sort(sorted)
	low := 0.0
	for _, v := range sorted[:len(sorted)/worst] {
		low += v
	}
	return (mean + low/float64(len(sorted)/worst)) / 2
}
