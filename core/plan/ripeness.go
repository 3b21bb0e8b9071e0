package plan

import (
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/harvest"
	"kembo/core/honey"
	"kembo/core/season"
)

// flowedDays is how far back the flow is asked what stands in the supers, and mostOf the share of it from which on its kind is
// theirs. Source: common practice, no source: a super fills in some three to five weeks; a guess.
const flowedDays, mostOf = 35, 0.5

// UsualWater is the most water that honey is put away with, per cent, where a keeper has not said otherwise. Source: common
// practice, 18 to 18.5; Lochhead 1933 (core/honey) for what keeps.
const UsualWater = 18.5

// Limits are the keeper's for the honey that a yard's plants have been giving up to a day.
func (s Settings) Limits(site forecast.Site, on day.Day) harvest.Limits {
	l := harvest.Limits{CappedShare: s.CappedShare, KeepsWater: s.KeepsWater, Kind: kindOf(site, on), Closed: !season.CropsComeOff.Has(site.On(on))}
	if l.KeepsWater == 0 {
		l.KeepsWater = UsualWater
	}
	return l
}

// kindOf is how the honey behaves that likely stands in the supers of a yard: by the plants of the weeks before a day.
func kindOf(site forecast.Site, on day.Day) honey.Kind {
	of := map[honey.Kind]float64{}
	for _, g := range season.Gave(site.Bloom, site.Hemisphere, on-flowedDays, on) {
		of[honey.KindOf(g.Plant)] += g.Share
	}
	for _, kind := range []honey.Kind{honey.Gel, honey.Setting, honey.Honeydew} {
		if of[kind] > mostOf {
			return kind
		}
	}
	return honey.Plain
}

// CropPast reports whether more of the year’s flow is over than is to come: before, honey in the nest is last year’s and their food.
func (s *Situation) CropPast() bool {
	s.prepare()
	return s.scene(0).cropPast()
}

// ripe reports whether a box may be taken by what is known today, whatever bars it from sale.
func (s *Situation) ripe(b harvest.Box) bool {
	return s.Settings.Limits(s.Site, s.Today).Ripe(b, harvest.FoundOn(s.Readings, b.ID, s.Today)).Verdict == harvest.Ready
}
