package combwise

import "kembo/core/season"

// Day is what a day brings.
type Day struct {
	SeasonDay int
	Weather   season.Weather
	DaylightH float64
	Flow      float64 // intensity of the nectar flow: 1 is a strong main flow
	Pollen    float64 // 0 to 1
	Year      Year    // of the place
	// Luck is drawn evenly from 0 to 1: where it is under the day's hazard they swarm. At 1
	// they never do.
	Luck float64
}

// Came is what came of a day.
type Came struct {
	Laid, Wanted float64 // eggs; what she would have laid with room
	InKg         float64 // of honey that came in as nectar
	GoodDayKg    float64 // that a good day of this flow would bring
	RoomKg       float64 // that the combs in reach could still take as nectar
	StoresKg     float64 // in the evening
	EatenKg      float64
	Hungry       bool
	Swarmed      bool
}

// Step lives a day.
func (c *Colony) Step(d Day) Came {
	var t Came
	c.hatch(d)
	c.invade()
	c.fall(d)
	c.settle()
	c.wake()
	near := c.byNearness()
	c.ageBees(d)
	c.forage(d, near, &t)
	c.lay(d, near, &t)
	c.carryUp(d, near, &t)
	c.eat(d, near, &t)
	c.ripen(d)
	c.build(d, near)
	c.Books.Spilt += c.crops // what found neither cell nor use stays out
	c.crops = 0
	c.press(d, &t)
	t.StoresKg = c.Holds().StoresKg()
	c.Day++
	return t
}

// wake brings on the queen that is to come.
func (c *Colony) wake() {
	if c.wait <= 0 {
		return
	}
	if c.wait--; c.wait <= 0 {
		c.queen, c.next = c.next, 0
	}
}

// byNearness returns the spots from the middle of the nest outwards.
func (c *Colony) byNearness() []spot {
	out := append([]spot(nil), c.spots...)
	far := make([]float64, len(out))
	for i, s := range out {
		far[i] = c.from(s)
	}
	for i := 1; i < len(out); i++ { // few, and mostly in order
		for k := i; k > 0 && far[k] < far[k-1]; k-- {
			far[k], far[k-1] = far[k-1], far[k]
			out[k], out[k-1] = out[k-1], out[k]
		}
	}
	return out
}
