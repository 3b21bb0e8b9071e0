package advice

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/comb"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/season"
	"kembo/core/words"
)

// Super shares for harvest. Source: common practice: a super is worth taking
// when two thirds of its comb is stored.
const (
	harvestFill     = 0.65
	worthHoldingFor = 4.0 // kg
	// A feed this recent bars what stands above the nest now, since a super's own
	// days on the hive are not looked up yet; it errs on the side of the jar.
	feedBarsDays = 120
)

// SuperState is how a super stands for harvest, as last looked at.
type SuperState struct {
	Box          int
	Kg           float64
	Fill, Capped float64 // share of the comb stored; of the stored, capped
	HasBrood     bool
}

// Ready reports whether the super may be taken by its look: stored, capped and
// without brood.
func (x SuperState) Ready(set Settings) bool {
	return x.Fill >= harvestFill && x.Capped >= set.CappedShare && !x.HasBrood
}

// Supers returns the state of each super.
func Supers(st hive.Stack) []SuperState {
	var out []SuperState
	for i, b := range st.Boxes {
		if !b.Super {
			continue
		}
		x := SuperState{Box: i, Kg: b.HoneyKg()}
		honey, nectar := 0.0, 0.0
		for _, f := range b.Frames {
			for _, s := range [2]comb.Shares{f.A, f.B} {
				honey += s[comb.Honey]
				nectar += s[comb.Nectar]
				x.HasBrood = x.HasBrood || s.Worker()+s[comb.Drone] > traceOfFace
			}
		}
		if n := 2 * float64(len(b.Frames)); n > 0 {
			x.Fill = (honey + nectar) / n
		}
		if honey+nectar > 0 {
			x.Capped = honey / (honey + nectar)
		}
		out = append(out, x)
	}
	return out
}

// Barred returns why no honey of this hive may be sold today, or "".
func (s *Situation) Barred() string {
	if !s.HistoryKnown {
		return "What was fed and treated with is not on record, and unknown is a hold"
	}
	for _, p := range s.Treatments {
		switch {
		case p.To == 0:
			return fmt.Sprintf("%s has been in since %s", treatment(p.What), p.From.Short())
		case p.Until == 0:
			return fmt.Sprintf(
				"%s came out on %s and the label's waiting time is not entered", treatment(p.What), p.To.Short(),
			)
		case s.Today <= p.Until:
			return fmt.Sprintf("%s bars honey until %s by its label", treatment(p.What), p.Until.Short())
		}
	}
	if s.FedTold {
		if len(s.Fed) > 0 {
			return fmt.Sprintf(
				"What was fed on %s is in %s above the nest and was not seen gone; feed is not honey", s.Fed[0].Day.Short(),
				words.Count(len(s.Fed), "box", "boxes"),
			)
		}
		return ""
	}
	for _, p := range s.Feeds {
		if s.Estimate.SuperHoney > 0 && p.From >= s.Today-feedBarsDays {
			return fmt.Sprintf("It was fed on %s, and feed is not honey", p.From.Short())
		}
	}
	return ""
}

// treatment names a treatment at the head of a sentence.
func treatment(what string) string {
	if what == "" {
		return "A treatment"
	}
	return words.Capital(what)
}

var harvestSuper = Rule{
	Action: HarvestSuper,
	Fires: "a super is two thirds stored, capped to capped_share, without brood, nothing bars it, and food lasts " +
		"without it",
	Then:   "take the supers that are ready",
	Source: "common practice: capped share; the refractometer decides. Fed or treated: docs/actions.md, cautions",
	Check:  checkHarvest,
}

func checkHarvest(s *Situation) (Advice, bool) {
	if !season.Crop.Has(s.Season) || s.Stale() || s.Barred() != "" {
		return Advice{}, false
	}
	kgReady, capped := 0.0, 1.0
	var said []moves.Said
	for _, x := range Supers(s.Estimate.Stack) {
		if x.Ready(s.Settings) {
			kgReady += x.Kg
			capped = min(capped, x.Capped)
			said = append(said, moves.Said{Do: "box_harvested", Box: s.Estimate.Stack.Boxes[x.Box].ID})
		}
	}
	n := len(said)
	if n == 0 {
		return Advice{}, false
	}
	changes := s.changes(said...)
	after := s.With(changes...)
	if after.Chance(forecast.Food, s.Days()+starveMarginDays) >= s.Settings.FoodRisk {
		return Advice{}, false // hold_harvest says so
	}
	a := Advice{ActBy: s.Visit, Changes: changes, Result: after, Confidence: sureReady, Acts: said}
	a.Do = fmt.Sprintf("Harvest %s on %s", words.Count(n, "super", "supers"), s.Visit.Short())
	a.Needs = []Need{{What: "clearer board", Count: 1}}
	a.Reason, a.Figures = reason(
		"{kg} in {n} ready, at least {capped} % capped (your limit {limit} %). {left} stays in the nest.",
		s.kg("kg", kgReady), Figure{"n", float64(n), words.Count(n, "super", "supers")}, whole("capped", percent*capped),
		whole("limit", percent*s.Settings.CappedShare), s.kg("left", s.Base.NestStores.Likely),
	)
	a.Brief = brief("{kg} in {n}, {capped} % capped.", a.Figures)
	a.WouldChange = "Leave it on if the refractometer shows over 20 % water, or if nectar flies out when you shake " +
		"a comb."
	if heaviest := heaviestSuper(s.Estimate.Stack); heaviest > s.Settings.LiftLimitKg {
		a.Cautions = append(
			a.Cautions,
			fmt.Sprintf("The heaviest super weighs about %s: two people, or take it by frames.", s.mass(heaviest)),
		)
	}
	return a, true
}

func heaviestSuper(st hive.Stack) float64 {
	kg := 0.0
	for _, b := range st.Boxes {
		if b.Super {
			kg = max(kg, b.LiftKg())
		}
	}
	return kg
}

var holdHarvest = Rule{
	Action: HoldHarvest,
	Fires:  "there is a crop above the nest that may look ready but is barred, not capped enough, or needed as food",
	Then:   "leave it on, or keep it from sale",
	Source: "docs/actions.md, cautions; unknown history is a hold",
	Check:  checkHold,
}

func checkHold(s *Situation) (Advice, bool) {
	if !season.Crop.Has(s.Season) || s.Stale() {
		return Advice{}, false
	}
	var full *SuperState
	ready := false
	total := 0.0
	for _, x := range Supers(s.Estimate.Stack) {
		total += x.Kg
		if x.Fill >= harvestFill {
			if full == nil || x.Kg > full.Kg {
				full = &x
			}
			ready = ready || x.Ready(s.Settings)
		}
	}
	if full == nil || total < worthHoldingFor {
		return Advice{}, false
	}
	a := Advice{ActBy: s.Visit, Confidence: sureFailing}
	if why := s.Barred(); why != "" {
		a.Do = fmt.Sprintf("Hold the harvest: %s is barred from sale", s.mass(total))
		a.Reason, a.Figures = reason(why+". That bars every super on the hive, {kg} now.", s.kg("kg", total))
		a.Brief = why + "."
		a.Cautions = []string{"The label is the law; local rules decide what may be sold."}
		return a, true
	}
	if !ready {
		// In the middle of a flow an uncapped super is as it should be.
		if season.StillFilling.Has(s.Season) {
			return Advice{}, false
		}
		a.Do = fmt.Sprintf("Hold the harvest: only %.0f %% is capped", percent*full.Capped)
		a.Reason, a.Figures = reason("The fullest super holds {kg} and is {capped} % capped; your limit is {limit} %.",
			s.kg("kg", full.Kg), whole("capped", percent*full.Capped), whole("limit", percent*s.Settings.CappedShare))
		a.Brief = brief("{kg} in the fullest, {capped} % capped; your limit is {limit} %.", a.Figures)
		a.WouldChange = "Under 18.6 % water on the refractometer it may come off as it is."
		return a, true
	}
	if _, ok := checkHarvest(s); ok {
		return Advice{}, false // part of it may come off
	}
	after := s.With(bees.Change{Day: s.Today, SuperOut: 1, SuperDrawnOut: 1})
	p := after.Chance(forecast.Food, s.Days()+starveMarginDays)
	if p < s.Settings.FoodRisk {
		return Advice{}, false
	}
	a.Do = fmt.Sprintf("Hold the harvest: the nest has only %s", s.mass(s.Base.NestStores.Likely))
	a.Reason, a.Figures = reason(
		"Without the supers the nest holds {nest}; {chance} that it falls below the reserve of {reserve} "+
			"within {days} days.",
		s.kg("nest", s.Base.NestStores.Likely), chance("chance", p), s.kg("reserve", s.Input.ReserveKg),
		whole("days", s.Days()+starveMarginDays),
	)
	a.Brief = brief("The nest alone holds {nest}.", a.Figures)
	return a, true
}
