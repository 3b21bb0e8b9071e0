package app

import (
	"context"
	"slices"
	"strings"

	"kembo/core/day"
	"kembo/core/season"
)

// WetSupers are boxes that came off for their honey of late, whose combs are wet with it still.
type WetSupers struct {
	Boxes, Combs int     // combs that came by themselves
	Last         day.Day // on which the last came off
	// Yard, Plants and Flow tell the next flow that they could be used in, the soonest of all yards; Flow is 0 where none is near, and
	// today where one is on.
	Yard, Plants string
	Flow         day.Day
}

// wetDays is how long combs that came off are looked after, and nextFlowDays how far ahead a flow is told. Source: common practice: they are
// given back within weeks or stored.
const wetDays, nextFlowDays = 28, 35

// WetSupers tells what came off of late.
func (s *Service) WetSupers(ctx context.Context) (WetSupers, error) {
	var out WetSupers
	today, _, err := s.TodayHere(ctx)
	if err != nil {
		return out, err
	}
	all, err := s.Crops(ctx, today-wetDays, today)
	if err != nil {
		return out, err
	}
	for _, l := range all {
		out.Boxes += l.Boxes
		out.Combs += l.Combs
		out.Last = max(out.Last, l.Day)
	}
	if out.Boxes+out.Combs == 0 {
		return out, nil
	}
	_, ys, err := s.yardDays(ctx)
	if err != nil {
		return out, err
	}
	for _, y := range ys {
		site, err := s.siteFrom(ctx, y, y.today)
		if err != nil {
			return out, err
		}
		for _, r := range season.Flows(site.Bloom, site.Hemisphere, today, today+nextFlowDays) {
			if len(r.Plants) > 0 && (out.Flow == 0 || r.From < out.Flow) && r.To-today > wetWorth {
				out.Flow, out.Yard, out.Plants = r.From, y.Name, strings.Join(slices.Clone(r.Plants), ", ")
			}
		}
	}
	return out, nil
}

// wetWorth is the days that a flow must have left for combs to be given back for it. Source: common practice: not when it ends in a week.
const wetWorth = 7
