package plan

import (
	"fmt"

	"kembo/core/forecast"
)

// sayLeave says what leaving rests on: the queen who is waited for, and the runway that is nearest to ending.
func (s *Situation) sayLeave() told {
	t := s.sayRunning()
	if s.Waiting == nil || s.Today >= s.due.EggsBy {
		return t
	}
	left := ""
	if s.gone() {
		left = "It has likely swarmed. "
	}
	say, figs := reason(
		left+"It waits for "+s.Waiting.Words()+", and is left alone; eggs are due by {by}.", dated("by", s.due.EggsBy),
	)
	t.reason, t.figures = say+" "+t.reason, append(t.figures, figs...)
	t.brief = brief(left+"Waits for its queen; eggs are due by {by}.", figs)
	return t
}

// sayRunning tells the runway that is nearest to ending.
func (s *Situation) sayRunning() told {
	var t told
	t.do = fmt.Sprintf("Leave it; look again on %s", s.Visit.Short())
	names := forecast.Titles
	nearest, ends := -1, 0.0
	for i, r := range s.Base.Runway {
		if r.Low != nil && (nearest < 0 || *r.Low < ends) {
			nearest, ends = i, *r.Low
		}
	}
	t.change = "A change of weather or flow: the forecast is run again each day."
	if nearest < 0 {
		t.change = ""
		t.reason, t.figures = reason("Nothing runs out within {horizon}. There is about {stores} in the hive.",
			days("horizon", s.Base.Horizon), s.kg("stores", s.Base.Stores.Likely))
		t.brief = brief("Nothing runs out within {horizon}; {stores} in store.", t.figures)
		return t
	}
	p := s.Base.Chance(nearest, s.Days())
	if hungry := s.Base.LastChance(s.Days() + visitIsOver); nearest == forecast.Food && p >= 1.0/2 && hungry <= starvesLeast {
		t.reason, t.figures = reason(
			"There is about {stores} in the hive, and {chance} that it is under the reserve of {reserve} before the visit in {visit}. "+
				"What comes in should carry it: {hungry} that they have nothing left by then.",
			s.kg("stores", s.Base.Stores.Likely), chance("chance", p), s.kg("reserve", s.Input.ReserveKg),
			days("visit", int(s.Days())), chance("hungry", hungry),
		)
		t.brief = brief("{stores} in the hive, under the reserve; what comes in should carry it.", t.figures)
		t.change = "Some days of rain: then feed it."
		return t
	}
	name := names[nearest]
	figs := []Figure{
		days("days", int(ends)), days("visit", int(s.Days())), s.kg("stores", s.Base.Stores.Likely), chance("chance", p),
	}
	switch v := s.Base.Runway[nearest].Likely; {
	case ends >= s.Days() || p <= hardlyTold:
		t.reason, t.figures = reason(
			name+" is the next to end, in {days} at the earliest; the visit is in {visit}. There is about {stores} in the hive.",
			figs...,
		)
		t.brief = brief(name+" ends in {days} at the earliest; {stores} in store.", t.figures)
	case v != nil:
		figs = append(figs, days("likely", int(*v)))
		t.reason, t.figures = reason(
			name+" is the next to end, likely in {likely}; {chance} that it ends before the visit in {visit}. What could be done "+
				"about it now costs more than it is likely to save. There is about {stores} in the hive.",
			figs...,
		)
		t.brief = brief(name+" likely ends in {likely}; {chance} that it does before the visit.", t.figures)
	default:
		figs = append(figs, days("horizon", s.Base.Horizon))
		t.reason, t.figures = reason(
			name+" likely lasts more than {horizon}, but {chance} that it ends before the visit in {visit}. There is about "+
				"{stores} in the hive.",
			figs...,
		)
		t.brief = brief(name+" likely lasts; {chance} that it ends before the visit.", t.figures)
	}
	return t
}

// starvesLeast is the chance of nothing left to eat up to which it is told as carried by what comes in. Source: none;
// guess.
const starvesLeast = 0.05

// hardlyTold is the chance under which nothing is said of it. Rounding.
const hardlyTold = 0.03

// sayNothingHere says what is to do where no box stands.
func (s *Situation) sayNothingHere() Advice {
	return Advice{
		Action: LookCloser, ActBy: s.Visit, On: s.Visit, Confidence: 1, Do: "Say what stands here",
		Reason: "The log leaves no box on this stand.", Brief: "No box is left here.",
	}
}
