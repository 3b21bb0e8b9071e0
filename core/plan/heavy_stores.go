package plan

import (
	"fmt"
	"strings"

	"kembo/core/honey"
	"kembo/core/season"
)

// Honey of ling and honeydew leaves much in the gut, and bees that cannot fly out for months soil the hive with it. It is told where most of
// what a yard gave before winter is of them, over heavyDays, and where bees hardly fly on three of four days from November to March.
// Source: common practice, no source: taken, or five to eight kilograms of sugar fed over it; sizes are guesses.
const (
	heavyDays, heavyShare  = 75, 0.4
	shutFlightH, shutShare = 0.75, 0.75
	winterDays             = 150 // from when clusters are left alone
)

// heavyStores says that they would winter on what does not suit it; "" where they do not.
func (s *Situation) heavyStores() string {
	if !season.WinterFeed.Has(s.Season) {
		return ""
	}
	share := 0.0
	var of []string
	for _, g := range season.Gave(s.Site.Bloom, s.Site.Hemisphere, s.Today-heavyDays, s.Today) {
		if k := honey.KindOf(g.Plant); k == honey.Gel || k == honey.Honeydew {
			share += g.Share
			of = append(of, g.Plant)
		}
	}
	if share < heavyShare || s.shutIn() < shutShare {
		return ""
	}
	return fmt.Sprintf("Much of what they stored of late is of %s, and winters here keep them in for weeks: it fills the gut. Take such combs from beside the "+
		"cluster, or have the last 5 to 8 kg of sugar stored over it.", strings.Join(of, " and "))
}

// shutIn is on what share of the days of a winter bees hardly fly, as is usual here.
func (s *Situation) shutIn() float64 {
	n := 0.0
	for _, c := range s.Site.Usual(s.Season.DayOf(season.Clustered.From), winterDays) {
		if c.FlightHours < shutFlightH {
			n++
		}
	}
	return n / winterDays
}

// heavyCaution adds it to cautions, where it is so.
func (s *Situation) heavyCaution(all []string) []string {
	if say := s.heavyStores(); say != "" {
		return append(all, say)
	}
	return all
}
