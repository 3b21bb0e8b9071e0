package app

import (
	"context"
	"crypto/sha256"
	"encoding/binary"
	"errors"
	"fmt"
	"maps"
	"math"
	"slices"
	"sync"

	"kembo/core/assessment"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/ledger"
	"kembo/store"
)

// conditions keeps the draws of weather and flow of each yard: they are the
// same for all its colonies and every page, until the day, the weather or the
// calendar changes.
type conditions struct {
	mu   sync.Mutex
	of   map[string]drawn
	uses int
}

type drawn struct {
	key  [32]byte
	yard *forecast.Yard
	used int // when it was last asked for
}

// yardsKept is how many yards' conditions are kept, some 4 MB each; what was not
// asked for longest goes first.
const yardsKept = 12

// yard returns the conditions of a site from a season ago to the horizon.
func (c *conditions) yard(site forecast.Site, today day.Day) *forecast.Yard {
	key := keyOf(site, today)
	c.mu.Lock()
	c.uses++
	if d, ok := c.of[site.Yard]; ok && d.key == key {
		d.used = c.uses
		c.of[site.Yard] = d
		c.mu.Unlock()
		return d.yard
	}
	c.mu.Unlock()
	y := assessment.Yard(site, today-history.CarryDays, today, assessment.Seed)
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.of == nil {
		c.of = map[string]drawn{}
	}
	delete(c.of, site.Yard)
	for len(c.of) >= yardsKept {
		oldest, at := "", c.uses+1
		for id, d := range c.of {
			if d.used < at {
				oldest, at = id, d.used
			}
		}
		delete(c.of, oldest)
	}
	c.of[site.Yard] = drawn{key, y, c.uses}
	return y
}

// keyOf names all that conditions are drawn from.
func keyOf(site forecast.Site, today day.Day) [32]byte {
	h := sha256.New()
	fmt.Fprint(h, assessment.ModelVersion, site.Yard, site.Hemisphere, site.Climate, site.Bloom, int(today))
	for _, d := range slices.Sorted(maps.Keys(site.Weather)) {
		w := site.Weather[d]
		for _, v := range []float64{float64(d), w.MinC, w.MaxC, w.RainMM, known(w.WindMS), known(w.SunH)} {
			var b [8]byte
			binary.LittleEndian.PutUint64(b[:], math.Float64bits(v))
			h.Write(b[:])
		}
	}
	return [32]byte(h.Sum(nil))
}

// known is a value that may be nil, -1 where it is.
func known(v *float64) float64 {
	if v == nil {
		return -1
	}
	return *v
}

// ground is what a colony's log is read on.
func (s *Service) ground(
	colony string, site forecast.Site, set Settings, today day.Day, scale scaleTold,
) history.Ground {
	return history.Ground{Colony: colony, Site: site, Seed: assessment.Seed, Observer: set.Observer(), Units: set.Units,
		Yard: s.drawn.yard(site, today), Gains: scale.gains, Told: scale.told, To: today}
}

// Spread of what a hive scale says of the stores gained over a day: the scale,
// and the share of a gain that is water still to be dried off, bees, brood and
// pollen. Source: common practice for the first, none for the second; guess.
const (
	gainKg    = 0.25
	gainShare = 0.2
)

// scaleTold is what a hive scale tells: what was gained on its days, and what else happened in the last of them.
type scaleTold struct {
	gains []history.Gain
	told  []ledger.Happened
}

// toldDays is how far back what happened is told beside a hive. Source: none; a round or two.
const toldDays = 14

// untouched returns what a scale told without what somebody’s hands may have been: of days on which the log has a look or an act it is
// not said that bees left, or honey.
func untouched(told []ledger.Happened, es []history.Entry) []ledger.Happened {
	opened := map[day.Day]bool{}
	for _, e := range history.Live(es) {
		opened[e.Day] = opened[e.Day] || e.Look() != nil || e.Act() != nil
	}
	return slices.DeleteFunc(told, func(h ledger.Happened) bool {
		return opened[h.Day] && (h.What == ledger.SwarmLeft || h.What == ledger.Robbed)
	})
}

// gains returns what a hive scale under a colony tells of its days.
func (s *Service) gains(
	ctx context.Context, c store.Colony, y yardDay, site forecast.Site, es []history.Entry,
) (out scaleTold, err error) {
	rs, err := s.readings(ctx, c.ID, y.Zone, y.today, history.CarryDays)
	if err != nil || len(rs) == 0 {
		return out, err
	}
	plain, err := history.Fold(es, history.Ground{Colony: c.ID})
	if err != nil {
		return out, err
	}
	fed := map[day.Day]bool{}
	for _, f := range plain.Feeds {
		fed[f.From] = true
	}
	for _, d := range ledger.Dried(ledger.Days(rs, zone(y.Zone), handled(plain)), rainOf(site)) {
		if d.Known && !d.Suspect && !fed[d.Day] {
			out.gains = append(out.gains, history.Gain{Day: d.Day, Kg: d.GainKg, SD: math.Hypot(math.Hypot(gainKg, gainShare*d.GainKg), d.RainSD)})
		}
	}
	loc := zone(y.Zone)
	late := rs
	for len(late) > 0 && day.From(late[0].At.In(loc)) < y.today-toldDays {
		late = late[1:]
	}
	out.told = untouched(ledger.Tell(late, loc, rainOf(site)), es)
	return out, nil
}

// level returns a yard's level as it was last worked out.
func (s *Service) level(ctx context.Context, yard string) (forecast.Level, error) {
	l, err := s.store.YardLevel(ctx, yard)
	if errors.Is(err, ErrNotFound) {
		return forecast.Level{}, nil
	}
	return forecast.Level{Mean: l.Mean, SD: l.SD}, err
}
