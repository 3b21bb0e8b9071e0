package app

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"math"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/harvest"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/plan"
	"kembo/store"
)

// Standing is what the board knows of a colony: worked out once when its
// inputs change, stored, and only read when the board is shown.
type Standing struct {
	Colony    string            `json:"colony"`
	Code      string            `json:"code"`
	Yard      string            `json:"yard"`
	Today     day.Day           `json:"today"`
	Visit     day.Day           `json:"visit"`
	Looked    day.Day           `json:"looked"`  // 0: never
	Weighed   day.Day           `json:"weighed"` // day of the last weighing, if later than the last look; 0: none
	Known     bool              `json:"known"`
	Horizon   int               `json:"horizon"`
	Runways   []forecast.Runway `json:"runways"`    // food, lay, store
	SwarmDue  day.Day           `json:"swarm_due"`  // 0: out of season
	SwarmEver bool              `json:"swarm_ever"` // a complete check is known
	Swarm     float64           `json:"swarm"`      // chance of one by the visit, if nobody acts
	Advice    []StandingAdvice  `json:"advice"`
	QueenYear int               `json:"queen_year"`
	Brood     float64           `json:"brood_frames"`
	StoresKg  float64           `json:"stores_kg"`
	Bees      float64           `json:"bees"`
	GoodDayKg float64           `json:"good_day_kg"`
	Origin    string            `json:"origin"`
	Boxes     []GlyphBox        `json:"boxes"`
	Excluder  int               `json:"excluder_above"`
	Culls     []Cull            `json:"culls,omitempty"`
	Care      []string          `json:"care,omitempty"` // what bars its honey, mites over the limit, suspicion
	// Of the plan: what it gains against leaving, and what waiting for the visit costs, kg of honey.
	GainKg float64   `json:"gain_kg"`
	Wait   plan.Wait `json:"wait"`
	// When its work is done, what is lost by that, and what supers are worth that are to go on.
	Minutes  float64       `json:"minutes,omitempty"`
	Goings   []plan.Going  `json:"goings,omitempty"`
	Supering plan.Supering `json:"supering,omitzero"`
	Alive    float64       `json:"alive"`    // chance of being alive on AliveOn
	AliveOn  day.Day       `json:"alive_on"` // the last day that the plan was lived for
	// What other hives of the yard ask of it.
	Health       colony.Health `json:"health,omitempty"`
	MitesPercent float64       `json:"mites_percent"` // under 0: none is known
	SpareKg      float64       `json:"spare_kg"`      // under 0: it lacks so much
	BroodCells   float64       `json:"brood_cells"`
	Queenless    bool          `json:"queenless,omitempty"`
	TookIn       day.Day       `json:"took_in,omitempty"`        // on which another was last united with it; 0: none was
	BroodPriceKg float64       `json:"brood_price_kg,omitempty"` // what giving a comb of brood would cost it; 0: it gives none
	// What 2 and 4 combs of honey are worth to it, or cost it, and 1 and 2 combs of brood.
	HoneyWorth colony.Worth `json:"honey_worth"`
	BroodWorth colony.Worth `json:"brood_worth"`
	// And what bees that fly are, where hives that change places are the custom.
	FliersWorth colony.Worth `json:"fliers_worth,omitzero"`
	PollenDays  float64      `json:"pollen_days"`
	// What stands above its nest, from the bottom up, and the sum of what it has to keep of all.
	Supers []SuperStanding `json:"supers,omitempty"`
	Stays  harvest.Stays   `json:"stays,omitzero"`
	Ended  bool            `json:"-"` // it is no more, and stands on no board
	Old    bool            `json:"-"` // it is of another day or another version's, and is being worked out
}

// StandingAdvice is the part of an advice that a list shows.
type StandingAdvice struct {
	Action plan.Action `json:"action"`
	Do     string      `json:"do"`
	Bare   string      `json:"bare,omitempty"` // the same without its day
	Brief  string      `json:"brief"`
	ActBy  day.Day     `json:"act_by"`
	Needs  []plan.Need `json:"needs"`
	On     day.Day     `json:"on"`
	Step   int         `json:"step"`
	Adds   float64     `json:"adds"`
	With   string      `json:"with,omitempty"`    // code of the hive that it is done with
	Takes  int         `json:"takes,omitempty"`   // combs that come from it
	Gives  int         `json:"gives,omitempty"`   // and that go to it
	What   colony.Ware `json:"what,omitempty"`    // they are
	Off    int         `json:"off,omitempty"`     // boxes that come off for their honey
	PaysKg float64     `json:"pays_kg,omitempty"` // what the hive that gives them was reckoned to lose
}

// GlyphBox is a box as the small stack draws it: frame after frame, the share
// of each content in per cent. It is bytes, since the board reads many.
type GlyphBox struct {
	HeightMM float64 `json:"height_mm"`
	Super    bool    `json:"super"`
	Shares   []byte  `json:"shares"` // comb.Contents a frame
	LiftKg   float64 `json:"lift_kg"`
}

// Glyph returns the boxes of a stack for the small drawing.
func Glyph(st hive.Stack) []GlyphBox {
	var out []GlyphBox
	for _, b := range st.Boxes {
		g := GlyphBox{HeightMM: b.Format.Frame.HeightMM, Super: b.Super, LiftKg: b.LiftKg()}
		for _, f := range b.Frames {
			a, c := f.A.Completed(), f.B.Completed()
			for i := range comb.Contents {
				g.Shares = append(g.Shares, byte(math.Round(50*(a[i]+c[i]))))
			}
		}
		out = append(out, g)
	}
	return out
}

// CantWait reports whether something is due before the visit.
func (s Standing) CantWait() bool {
	for _, a := range s.Advice {
		if a.ActBy < s.Visit {
			return true
		}
	}
	return false
}

// Tight reports whether a runway may end before the visit.
func (s Standing) Tight() bool {
	if s.CantWait() || !s.Known {
		return false
	}
	for _, r := range s.Runways {
		if r.Low != nil && *r.Low < float64(s.Visit-s.Today) {
			return true
		}
	}
	return false
}

// The urgencies of a colony, the most urgent first.
const (
	UrgencyCantWait = iota
	UrgencyTight
	UrgencyNotKnown
	UrgencyCanWait
)

// Urgency returns which of them s is.
func (s Standing) Urgency() int {
	switch {
	case s.CantWait():
		return UrgencyCantWait
	case s.Tight():
		return UrgencyTight
	case !s.Known:
		return UrgencyNotKnown
	}
	return UrgencyCanWait
}

// FirstEnd returns the day by which something must be done, for sorting.
func (s Standing) FirstEnd() day.Day {
	first := s.Visit + 400
	for _, a := range s.Advice {
		if a.Action != plan.Leave {
			first = min(first, a.ActBy)
		}
	}
	return first
}

// standingOf makes a standing of an assessment or, where there is none, of why.
func standingOf(
	c store.Colony, y yardDay, set Settings, b history.Believed, a *assessment.Assessment, why *unknown,
) Standing {
	s := Standing{
		Colony: c.ID, Code: c.Code, Yard: y.ID, Today: y.today, Visit: y.visit, QueenYear: b.QueenYear,
		Origin: b.Origin, Boxes: Glyph(b.Stack), Excluder: b.Stack.ExcluderAbove, Culls: cullsOf(b, y.today),
		Care: careOf(b, y, set),
	}
	if a == nil {
		s.Runways = make([]forecast.Runway, forecast.Runways)
		s.Advice = []StandingAdvice{{Action: plan.LookCloser, Do: why.Do, Brief: why.Brief, ActBy: y.visit}}
		if s.Ended = b.Ended != nil; b.Estimate != nil && !s.Ended {
			s.Looked = b.Estimate.Seen
		}
		return s
	}
	s.Looked, s.Known, s.Horizon = a.Estimate.Seen, !a.Situation.Stale(), a.Base.Horizon
	if a.Estimate.Day > a.Estimate.Seen {
		s.Weighed = a.Estimate.Day
	}
	s.Runways = a.Base.Runway[:]
	if due, never, runs := a.Situation.SwarmClock(); runs {
		s.SwarmDue, s.SwarmEver = due, !never
		s.Swarm, _ = a.Base.Swarm(int(y.visit - y.today))
	}
	for _, x := range a.Advice {
		s.Advice = append(s.Advice, StandingAdvice{
			Action: x.Action, Do: x.Do, Bare: x.Undated, Brief: x.Brief, ActBy: x.ActBy, Needs: x.Needs, On: x.On, Step: x.Step, Adds: x.Adds,
			With: x.With, Takes: x.Takes, Gives: x.Gives, What: x.What, Off: x.Off, PaysKg: x.PaysKg,
		})
	}
	brood := a.Base.Eggs.Likely + a.Base.Larvae.Likely + a.Base.Capped.Likely
	if len(b.Stack.Boxes) > 0 {
		s.Brood = brood / (2 * b.Stack.Boxes[0].Format.Frame.WorkerCells())
	}
	s.StoresKg, s.Bees, s.GoodDayKg = a.Base.Stores.Likely, a.Base.Bees.Likely, a.Base.GoodDay.Likely
	s.GainKg, s.Wait, s.Alive = a.Plan.GainKg, a.Plan.Wait, a.Plan.Alive
	s.Minutes, s.Goings, s.Supering = a.Plan.Minutes, a.Plan.Goings, a.Plan.Supering
	s.AliveOn = s.Today + day.Day(a.Plan.Days)
	s.Health, s.MitesPercent, s.BroodCells = a.Situation.Health, a.Situation.MitesPercent, brood
	s.PollenDays = a.Base.PollenDays.Likely
	if len(a.Situation.Estimate.Stack.Boxes) > 0 && s.Health != colony.Suspect {
		s.SpareKg, s.Queenless, s.TookIn = a.Situation.SpareKg(), a.Situation.Queenless(), b.TookIn
		of := a.Plan.Sharing
		s.BroodPriceKg, s.HoneyWorth, s.BroodWorth, s.FliersWorth = of.BroodPriceKg, of.Honey, of.Brood, of.Fliers
	}
	s.Supers, s.Stays = supersOf(a, b), a.Situation.Stays()
	for _, x := range s.Supers { // what may be taken off the nest stands over what is left of it
		if x.Nest {
			s.Stays.NestKg = max(0, s.Stays.NestKg-x.Kg)
		}
	}
	return s
}

// row writes a standing for the store.
func (s Standing) row(hash string) (store.Standing, error) {
	body, err := json.Marshal(s)
	r := store.Standing{
		ColonyID: s.Colony, YardID: s.Yard, Today: int32(s.Today), ModelVersion: assessment.ModelVersion,
		InputHash: hash, Urgency: s.Urgency(), Culls: len(s.Culls), Body: string(body),
	}
	for i, out := range []**int32{&r.FoodEnd, &r.LayEnd, &r.StoreEnd} {
		if v := s.Runways[i].Likely; v != nil {
			d := int32(s.Today) + int32(*v)
			*out = &d
		}
	}
	return r, err
}

// hashOf names the inputs of a standing, those of the colonies among them from which
// something came.
func hashOf(
	y yardDay, weather [32]byte, set Settings, code string, entries []history.Entry, scale scaleTold,
	givers []history.Log, kept *plan.Kept,
) string {
	h := sha256.New()
	h.Write(weather[:])
	fmt.Fprint(
		h, assessment.ModelVersion, y.Yard, y.today, y.visit, code, set.bearing(), scale.gains, scale.told,
	)
	for _, e := range entries {
		fmt.Fprint(h, e.ID, e.Day)
	}
	if kept != nil {
		fmt.Fprint(h, *kept)
	}
	for _, l := range givers {
		fmt.Fprint(h, l.Ground.Colony, l.Ground.Site.Yard, l.Ground.Gains)
		if w := keyOf(l.Ground.Site, l.Ground.To); w != weather {
			h.Write(w[:])
		}
		for _, e := range l.Entries {
			fmt.Fprint(h, e.ID, e.Day)
		}
	}
	return hex.EncodeToString(h.Sum(nil)[:12])
}
