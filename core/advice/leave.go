package advice

import (
	"fmt"

	"kembo/core/forecast"
	"kembo/core/words"
)

var leave = Rule{
	Action: Leave,
	Fires:  "no other rule does",
	Then:   "do nothing; look again on the visit",
	Source: "the forecast",
	Check:  checkLeave,
}

// LeaveRule returns the rule that stands when no other fires, for the docs.
func LeaveRule() Rule { return leave }

func checkLeave(s *Situation) (Advice, bool) {
	// The runway that is nearest to ending decides what to say.
	names := forecast.Titles
	nearest, days := -1, 0.0
	for i, r := range s.Base.Runway {
		if r.Low != nil && (nearest < 0 || *r.Low < days) {
			nearest, days = i, *r.Low
		}
	}
	most := 0.0
	for i := range names {
		most = max(most, s.Base.Chance(i, s.Days()))
	}
	a := Advice{ActBy: s.Visit, Do: fmt.Sprintf("Leave it; look again on %s", s.Visit.Short()), Confidence: 1 - most}
	if nearest < 0 {
		a.Reason, a.Figures = reason("Nothing runs out within {horizon} days. There is about {stores} in the hive.",
			whole("horizon", float64(s.Input.Horizon)), s.kg("stores", s.Base.Stores.Likely))
		a.Brief = brief("Nothing runs out within {horizon} days; {stores} in store.", a.Figures)
		return a, true
	}
	if p := s.Base.Chance(nearest, s.Days()); days < s.Days() && p > hardlyAny {
		// It may end before the visit, but less likely than the risk that is taken.
		said := []Figure{
			chance("chance", p), {"visit", s.Days(), words.Count(int(s.Days()), "day", "days")},
			s.kg("stores", s.Base.Stores.Likely),
		}
		if v := s.Base.Runway[nearest].Likely; v != nil {
			said = append(said, Figure{"likely", *v, words.Count(int(*v), "day", "days")})
			a.Reason, a.Figures = reason(
				names[nearest]+" is the next to end, likely in {likely}; {chance} that it ends before the "+
					"visit in {visit}. There is about {stores} in the hive.",
				said...,
			)
			a.Brief = brief(
				names[nearest]+" likely ends in {likely}; {chance} that it does before the visit.", a.Figures,
			)
		} else {
			said = append(
				said, Figure{"horizon", float64(s.Input.Horizon), words.Count(s.Input.Horizon, "day", "days")},
			)
			a.Reason, a.Figures = reason(
				names[nearest]+" likely lasts more than {horizon}, but {chance} that it ends before the "+
					"visit in {visit}. There is about {stores} in the hive.",
				said...,
			)
			a.Brief = brief(names[nearest]+" likely lasts; {chance} that it ends before the visit.", a.Figures)
		}
		a.WouldChange = "A change of weather or flow: the forecast is run again each day."
		return a, true
	}
	a.Reason, a.Figures = reason(
		names[nearest]+" is the next to end, in {days} at the earliest; the visit is in {visit}. There is about "+
			"{stores} in the hive.",
		Figure{"days", days, words.Count(int(days), "day", "days")},
		Figure{"visit", s.Days(), words.Count(int(s.Days()), "day", "days")}, s.kg("stores", s.Base.Stores.Likely),
	)
	a.Brief = brief(names[nearest]+" ends in {days} at the earliest; {stores} in store.", a.Figures)
	a.WouldChange = "A change of weather or flow: the forecast is run again each day."
	return a, true
}
