package advice

import (
	"fmt"
	"math"

	"kembo/core/forecast"
	"kembo/core/season"
)

// Fewer bees than this by the end of September seldom come through a winter in a
// box of full size; what is in a nuc, or stands over another colony, is meant to
// be small. Source: common practice: five seams, fewer are lost or of no use.
const (
	wintersBees = 8000
	nucFrames   = 6
)

var combine = Rule{
	Action: Combine,
	Fires: "from mid-August to mid-October a colony in a box of full size has fewer bees than winter well; how " +
		"sure is what the forecast makes of them by the end of September",
	Then:   "ask why it is weak; then unite it, or make it up",
	Source: "common practice",
	Check:  checkCombine,
}

func checkCombine(s *Situation) (Advice, bool) {
	bees := s.Base.Bees.Likely
	if !season.Uniting.Has(s.Season) || s.Stale() || bees >= wintersBees {
		return Advice{}, false
	}
	st := s.Estimate.Stack
	if len(st.Boxes) == 0 || len(st.Boxes[0].Frames) <= nucFrames || st.OverScreen {
		return Advice{}, false
	}
	by := max(s.Season.DayOf(season.Uniting.By), s.Today)
	then := s.Ready.On(by, forecast.OfBees, tryMembers)
	// How sure: the share of what it may hold by then that is too few.
	short := math.Erfc((then.Likely-wintersBees)/(math.Sqrt2*max(then.SD(), 1))) / 2
	a := Advice{ActBy: by, Confidence: short, Do: fmt.Sprintf("Unite it or make it up %s", s.by(by))}
	combs := bees / st.Boxes[0].Format.Frame.BeesAtFullCover()
	a.Reason, a.Figures = reason(
		"About {bees} bees cover {combs} combs, and {then} are likely on {by}; fewer than {least} by then seldom "+
			"come through the winter. First find out why it is weak: queen, mites, brood health. Feed and pack down "+
			"the united colony for winter."+s.partners(),
		count("bees", bees), Figure{"combs", combs, fmt.Sprintf("%.1f", combs)}, count("least", wintersBees),
		count("then", then.Likely), dated("by", by),
	)
	a.Brief = brief("{bees} bees on {combs} combs; fewer than {least} seldom winter.", a.Figures)
	a.WouldChange = "If there is a good young queen on healthy brood, give her capped brood and bees of a strong, " +
		"healthy colony instead."
	a.Cautions = []string{
		"Look at its brood and count its mites before it goes to another: a sick colony is not united.",
		"One queen has to go; unite over paper, in the evening, and leave it for a week.",
	}
	return a, true
}
