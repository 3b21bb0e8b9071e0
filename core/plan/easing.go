package plan

// Easing is what a way of giving room takes of the urge to swarm for some days, beyond what the forecast carries: crowding,
// and a queen held for want of cells. How much is not known, so each member draws it between nothing and most.
type Easing struct {
	Most float64 // share of the urge that it takes at most; at least it takes nothing
	Days int     // for which it does
}

// Of the ways of giving room. Source: assumed: keepers report much, no trial that tells how much is known to us; in each
// nothing is within reach, and the closed loop draws the truth as wide.
var (
	sidesEase     = Easing{Most: 0.6, Days: 16}
	alternateEase = Easing{Most: 0.6, Days: 28}
	rotateEase    = Easing{Most: 0.4, Days: 14}
	underEase     = Easing{Most: 0.3, Days: 21}
)

// golden spreads members evenly between 0 and 1, whichever of them are asked.
const golden = 0.6180339887

// left returns the share of the urge that is left in a member.
func (e Easing) left(member int) float64 {
	x := golden * float64(member)
	return 1 - e.Most*(x-float64(int(x)))
}
