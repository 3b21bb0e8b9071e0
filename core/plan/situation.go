package plan

import (
	"cmp"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/endvalue"
	"kembo/core/forecast"
	"kembo/core/harvest"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/queen"
	"kembo/core/season"
)

// Situation is all that a plan may rest on. It remembers what was worked out: it is for one goroutine.
type Situation struct {
	Today, Visit day.Day
	VisitPlanned bool
	RhythmDays   int           // from visit to visit; 0: usual for the season
	Season       season.Moment // today
	HighsC       float64       // likely highs of the days to come, mean
	Site         forecast.Site
	Estimate     colony.Estimate
	Input        forecast.Input
	Ready        *forecast.Ready // the ensemble of today, to try things on
	Base         *forecast.Result
	Settings     Settings
	Health       colony.Health
	HealthDay    day.Day
	CellCheck    colony.CellCheck
	CellCheckDay day.Day // 0: never
	Clipped      bool
	QueenYear    int // 0: not known
	HistoryKnown bool
	Feeds        []colony.Period
	Treatments   []colony.Period
	BeganOn      day.Day // as a package, a swarm or a split; 0: it was a colony before
	Waiting      *queen.Waiting
	CagedSince   day.Day // that its laying queen is shut in; 0: she is not
	FreedOn      day.Day // on which she is taken to be let out where no plan does it; 0: she is not shut in
	Code         string  // by which the neighbours know the hive; "": the name of the colony
	Neighbours   []colony.Neighbour
	Own          colony.Neighbour  // this hive as it was last worked out; zero: it was not
	Pairs        *Pairs            // of the yard; nil: they are worked out from this hive and the neighbours
	MitesPercent float64           // of the last count; under 0: none is known
	FedTold      bool              // a log tells which combs hold feed; else it is by days
	Fed          []colony.FedIn    // boxes above the nest that hold what was fed
	Readings     []harvest.Reading // of its honey, the earliest first
	Kept         *Kept             // the plan that was kept the day before; nil: none

	season       *endvalue.Season
	horizon      int // days that plans are lived for
	then, late   int // days to the visit after next, and by which a late one is late
	found        map[string]*lived
	untilVisit   []life // by member, nothing being done before it
	scenes       map[int]*scene
	unit, unitKg float64     // cells of a super as they are on the hive, and honey in one
	comes        []bool      // days on which somebody comes after the plan
	swarms       []float64   // what a swarm costs, by day
	yearKg       float64     // what a year of the yard offers
	due          queen.Due   // of a queen that is waited for
	plans        [][]float64 // that were weighed, by member; the first is the one chosen
	look         *inquired
	duties       *duties
}

// Days returns the days to the next visit.
func (s *Situation) Days() float64 { return float64(s.Visit - s.Today) }

// LookAge returns the days since the last look.
func (s *Situation) LookAge() int { return int(s.Today - s.Estimate.Seen) }

// Stale reports whether the last look no longer tells: swarming, a lost queen
// and robbing grow with time, so in season the answer is "not known".
func (s *Situation) Stale() bool {
	return season.LooksFade.Has(s.Season) && s.LookAge() > s.Settings.StaleDays
}

// Present reports whether the keeper is taken to stand at the hive: it was looked at today.
func (s *Situation) Present() bool { return s.Estimate.Seen == s.Today }

// code returns what the other hives of the yard know this one by.
func (s *Situation) code() string { return cmp.Or(s.Code, s.Input.Colony) }

// With runs the forecast again with changes made today.
func (s *Situation) With(changes ...bees.Change) *forecast.Result {
	return s.Ready.Few(forecast.Members, changes...)
}

// Visits apart where no rhythm is known. Source: common practice: about ten days in season, six weeks in
// winter.
const usualRhythm, winterRhythm = 10, 42

// rhythm returns the days from the next visit to the one after it.
func (s *Situation) rhythm() int {
	if season.WinterRest.Has(s.on(s.Visit)) {
		return max(s.RhythmDays, winterRhythm)
	}
	if s.RhythmDays > 0 {
		return s.RhythmDays
	}
	return usualRhythm
}

// on returns the season on a day.
func (s *Situation) on(d day.Day) season.Moment { return s.Site.On(d) }

// nextVisit returns the days from today to the visit, and to the one after it.
func (s *Situation) visits() (next, then int) {
	next = int(s.Visit - s.Today)
	return next, next + s.rhythm()
}

// leastHorizon is the days that a plan is lived for at least. Source: the design: to the visit after next or
// 60 days.
const leastHorizon = 60

// prepare works out what all plans are told by.
func (s *Situation) prepare() {
	if s.season != nil {
		return
	}
	_, then := s.visits()
	s.then, s.late = then, min(s.rhythm()/2, mostLate)
	drawn := s.Input.Yard.Days - int(s.Today-s.Input.Yard.From)
	s.horizon = min(max(then-1, leastHorizon, s.Input.Horizon), drawn)
	const year, beyond = 365, 400
	usual := s.Site.Usual(s.Today, s.horizon+beyond)
	x := endvalue.NewSeason(usual, s.WinterTarget())
	s.season = &x
	s.yearKg = x.FlowKg(0, year)
	s.swarms = make([]float64, s.horizon)
	for i := range s.swarms {
		s.swarms[i] = s.swarmKg(i)
	}
	s.found = map[string]*lived{}
	s.untilVisit = nil
	s.unit, s.unitKg = s.superCells()
	s.scenes = map[int]*scene{}
	s.duties = nil
	s.comes = make([]bool, s.horizon)
	for i := then; i < s.horizon; {
		s.comes[i] = true
		switch {
		case season.WinterRest.Has(s.on(s.Today + day.Day(i))):
			i += winterRhythm
		case s.RhythmDays > 0:
			i += s.RhythmDays
		default:
			i += usualRhythm
		}
	}
	if s.Waiting != nil {
		s.due, _ = s.Waiting.Due()
	}
}

// Where between the least and the most of what is usual a hive winters: the middle and,
// insulated, lower. Source: common practice, no source for the size: less is eaten where
// less warmth is lost. The least stays as it is.
const usualShare, insulatedShare = 0.5, 0.25

// winterBees is the colony that the climate's stores are for, smallest the share of them that the smallest one needs,
// and largest what the strongest does. Source: common practice: six to seven combs of bees in October; the shares are
// guesses.
const winterBees, smallest, largest = 12_000, 0.6, 1.4

// WinterTarget returns the stores to winter on, in kg: by climate, less for few bees, and more for many.
func (s *Situation) WinterTarget() float64 {
	if s.Settings.WinterTargetKg > 0 {
		return s.Settings.WinterTargetKg
	}
	share := usualShare
	if s.Estimate.Stack.Insulation.On {
		share = insulatedShare
	}
	c := s.Season.Climate
	kg := c.WinterLowKg + share*(c.WinterHighKg-c.WinterLowKg)
	// In summer it may yet grow; the nearer winter is, the more it counts how many they are.
	size := min(largest, smallest+(1-smallest)*s.Base.Bees.Likely/winterBees)
	near := season.TowardsWinter.On(float64(s.Season.Bees))
	if size > 1 { // a strong one will be less strong by then
		near *= near * near
	}
	return kg * (1 - near*(1-size))
}

// hive is what acts are done to.
func (s *Situation) hive() moves.Hive {
	return moves.Hive{Colony: s.Input.Colony, Stack: s.Estimate.Stack, Queen: moves.Queen{Clipped: s.Clipped, Caged: s.CagedSince > 0}}
}

// supered reports whether supers are on now, whatever the look found.
func (s *Situation) supered() bool { return s.Estimate.Stack.Supers() > 0 }

// nest returns the boxes of the nest.
func (s *Situation) nest() (out []hive.Box) {
	for _, b := range s.Estimate.Stack.Boxes {
		if !b.Super {
			out = append(out, b)
		}
	}
	return out
}

func (s *Situation) units() measure.Units {
	if s.Settings.Units.Name == "" {
		return measure.Systems[0]
	}
	return s.Settings.Units
}

// weights returns what things are worth; zero weights are the usual.
func (s *Situation) weights() Weights {
	if s.Settings.Weights == (Weights{}) {
		return usual
	}
	return s.Settings.Weights
}

// Queenless reports whether it more likely has no queen than one, and none is to come.
func (s *Situation) Queenless() bool {
	s.prepare()
	return s.scene(0).queenless > 1.0/2
}
