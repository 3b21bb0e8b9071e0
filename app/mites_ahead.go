package app

import (
	"context"

	"kembo/core/day"
	"kembo/core/plan"
)

// MitesAhead is how a hive's mites likely grow, and what waiting to treat them costs.
type MitesAhead struct {
	Colony
	Limit func(day.Day) float64
	plan.MitesAhead
	Treated []TreatedIn // none where the winter is too near to tell, or over
}

// TreatedIn is what comes of a hive by spring by when it is treated.
type TreatedIn struct {
	Days  int // from today; under 0: never
	Alive float64
	On    day.Day // of spring
}

// treatedIn are the days that are tried. Source: rounding.
var treatedIn = []int{1, 14, 28, 42, -1}

// enoughSugarKg is fed in all the cases beside what it lacks, so that hunger does not hide what mites do.
const enoughSugarKg = 4.0

// MitesAhead tells them; its days are none where nothing is known of the hive.
func (s *Service) MitesAhead(ctx context.Context, id string) (MitesAhead, error) {
	c, err := s.Worked(ctx, id)
	if err != nil || c.Assessment == nil {
		return MitesAhead{Colony: c}, err
	}
	sit := c.Assessment.Situation
	out := MitesAhead{Colony: c, Limit: func(d day.Day) float64 { return c.Settings.MitesNow(sit.Site.On(d)) }}
	out.MitesAhead = sit.MitesAhead(out.Limit)
	sugar := max(0, sit.Stays().ShortKg()-sit.Base.SuperStores.Likely) + enoughSugarKg
	var ways []plan.Taken
	for _, in := range treatedIn {
		ways = append(ways, plan.Taken{SugarKg: sugar, Treat: plan.Treating{In: max(in, 0), Never: in < 0}})
	}
	for i, w := range sit.ToSpring(ways) {
		out.Treated = append(out.Treated, TreatedIn{Days: treatedIn[i], Alive: w.Alive, On: w.On})
	}
	return out, nil
}
