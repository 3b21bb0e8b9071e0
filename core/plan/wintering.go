package plan

import (
	"math"

	"kembo/core/hive"
)

// How many of a cluster's size come through a winter. The forecast knows what cold and hunger do to few bees;
// that small colonies fail of what it does not know (a shrew, a week of wet, a queen who stops) is common
// practice: five thousand bees is the least, eight and more are wanted. Source: Imdorf et al. 2010 (Swiss bee
// research centre) for those two, from memory; the curve through them, four in ten at the one and eight in ten at
// the other, is a guess. What is in a nuc's box, or stands over another colony, winters at half that.
const (
	wintersHalf  = 6000.0
	wintersPower = 5.0
	nucFrames    = 6
	nucNeeds     = 0.5
)

// winters returns the share of clusters of so many bees that come through, in a hive that is meant to be small or not.
func winters(bees float64, small bool) float64 {
	half := wintersHalf
	if small {
		half *= nucNeeds
	}
	if bees <= 0 {
		return 0
	}
	return 1 / (1 + math.Pow(half/bees, wintersPower))
}

// small reports whether the colony is meant to be small: in a nuc's box, or over another.
func (s *Situation) small() bool { return meantSmall(s.Estimate.Stack) }

func meantSmall(st hive.Stack) bool {
	return st.OverScreen || len(st.Boxes) > 0 && len(st.Boxes[0].Frames) <= nucFrames
}
