package plan

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/forecast"
	"kembo/core/harvest"
	"kembo/core/season"
)

// holds returns why a crop that may look ready stays on the hive, or is kept from sale; none where there is
// none, or part of it comes off.
func (s *Situation) holds(parts []part) []Advice {
	next, then := s.visits()
	if has(parts, HarvestSuper) || has(parts, Combine) || !season.CropsComeOff.Has(s.scene(next).season) { // or they eat it now
		return nil
	}
	var full *harvest.Box
	ready := false
	total := 0.0
	for _, x := range harvest.Boxes(s.Estimate.Stack) {
		if !x.Super {
			continue
		}
		total += x.Kg
		if x.Fill >= harvest.Filled {
			if full == nil || x.Kg > full.Kg {
				full = &x
			}
			ready = ready || s.ripe(x)
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
	case !ready && s.saysWet(&a, full):
	case !ready:
		// In the middle of a flow an uncapped super is as it should be.
		if s.season.FlowKg(next, then) > stillFillsKg {
			return nil
		}
		a.Do = fmt.Sprintf("Hold the harvest: only %.0f %% is capped", percent*full.Capped)
		a.Reason, a.Figures = reason("The fullest super holds {kg} and is {capped} % capped; your limit is {limit} %.",
			s.kg("kg", full.Kg), whole("capped", percent*full.Capped), whole("limit", percent*s.Settings.CappedShare))
		a.Brief = brief("{kg} in the fullest, {capped} % capped; your limit is {limit} %.", a.Figures)
		a.WouldChange = fmt.Sprintf(
			"At most %.1f %% water in open cells of three combs, and it may come off as it is.",
			s.Settings.Limits(s.Site, s.Today).Keeps(),
		)
	case s.season.FlowKg(next, then) > stillFillsKg:
		return nil // it can stay where it is while more comes
	default:
		a.Do = fmt.Sprintf("Hold the harvest: the nest has only %s", s.mass(s.Base.NestStores.Likely))
		without := s.With(bees.Change{Day: s.Today, SuperOut: 1})
		a.Reason, a.Figures = reason(
			"Without the supers the nest holds {nest}; the reserve is {reserve}, and if they came off now {chance} that food "+
				"falls below it within {days}.",
			s.kg("nest", s.Base.NestStores.Likely),
			chance("chance", without.Chance(forecast.Food, s.Days()+starveMarginDays)),
			s.kg("reserve", s.Input.ReserveKg),
			days("days", int(s.Days())+starveMarginDays),
		)
		a.Brief = brief("The nest alone holds {nest}.", a.Figures)
	}
	return []Advice{a}
}

// saysWet says of the fullest super that its honey was tested and is not ripe, where that is so.
func (s *Situation) saysWet(a *Advice, full *harvest.Box) bool {
	j := s.Settings.Limits(s.Site, s.Today).Ripe(*full, harvest.FoundOn(s.Readings, full.ID, s.Today))
	if j.Found.Water == 0 && j.Found.Shake == "" || j.Verdict == harvest.Ready {
		return false
	}
	a.Do = "Hold the harvest: what was tested is not ripe"
	if j.Found.Water > 0 {
		a.Do = fmt.Sprintf("Hold the harvest: %.1f %% water", j.Found.Water)
	}
	a.Reason, a.Figures = reason("The fullest super holds {kg}. "+j.Why[0], s.kg("kg", full.Kg))
	a.Brief = j.Why[0]
	a.WouldChange = j.Lifts
	return true
}

// stillFillsKg is what is offered until the visit after next over which a super that is not capped is as it
// should be. starveMarginDays is how long past the visit food is asked for. Source: common practice.
const stillFillsKg, starveMarginDays = 8.0, 10
