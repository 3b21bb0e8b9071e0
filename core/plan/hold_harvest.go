package plan

import (
	"fmt"

	"kembo/core/forecast"
	"kembo/core/season"
)

// holds returns why a crop that may look ready stays on the hive, or is kept from sale; none where there is
// none, or part of it comes off.
func (s *Situation) holds(parts []part) []Advice {
	next, then := s.visits()
	if has(parts, HarvestSuper) || has(parts, Combine) || !season.CropsComeOff.Has(s.scene(next).season) { // or they eat it now
		return nil
	}
	var full *BoxState
	ready := false
	total := 0.0
	for _, x := range Boxes(s.Estimate.Stack) {
		if !x.Super {
			continue
		}
		total += x.Kg
		if x.Fill >= harvestFill {
			if full == nil || x.Kg > full.Kg {
				full = &x
			}
			ready = ready || x.Ready(s.Settings)
		}
	}
	if total < worthHoldingFor {
		return nil
	}
	a := Advice{Action: HoldHarvest, ActBy: s.Visit, On: s.Visit, Confidence: sure}
	switch why := s.Barred(); {
	case why != "" && (full != nil || len(s.Treatments) > 0 && !has(parts, RemoveSuper)):
		a.Do = fmt.Sprintf("Hold the harvest: %s is barred from sale", s.mass(total))
		a.Reason, a.Figures = reason(why+". That bars every super on the hive, {kg} now.", s.kg("kg", total))
		a.Brief = why + "."
		a.Cautions = []string{"The label is the law; local rules decide what may be sold."}
	case full == nil:
		return nil
	case !ready:
		// In the middle of a flow an uncapped super is as it should be.
		if s.season.FlowKg(next, then) > stillFillsKg {
			return nil
		}
		a.Do = fmt.Sprintf("Hold the harvest: only %.0f %% is capped", percent*full.Capped)
		a.Reason, a.Figures = reason("The fullest super holds {kg} and is {capped} % capped; your limit is {limit} %.",
			s.kg("kg", full.Kg), whole("capped", percent*full.Capped), whole("limit", percent*s.Settings.CappedShare))
		a.Brief = brief("{kg} in the fullest, {capped} % capped; your limit is {limit} %.", a.Figures)
		a.WouldChange = "Under 18.6 % water on the refractometer it may come off as it is."
	case s.season.FlowKg(next, then) > stillFillsKg:
		return nil // it can stay where it is while more comes
	default:
		a.Do = fmt.Sprintf("Hold the harvest: the nest has only %s", s.mass(s.Base.NestStores.Likely))
		p := s.Base.Chance(forecast.Food, s.Days()+starveMarginDays)
		a.Reason, a.Figures = reason(
			"Without the supers the nest holds {nest}; the reserve is {reserve}, and {chance} that food falls below it within "+
				"{days} as it is.",
			s.kg("nest", s.Base.NestStores.Likely),
			chance("chance", p),
			s.kg("reserve", s.Input.ReserveKg),
			days("days", int(s.Days())+starveMarginDays),
		)
		a.Brief = brief("The nest alone holds {nest}.", a.Figures)
	}
	return []Advice{a}
}

// stillFillsKg is what is offered until the visit after next over which a super that is not capped is as it
// should be. starveMarginDays is how long past the visit food is asked for. Source: common practice.
const stillFillsKg, starveMarginDays = 8.0, 10
