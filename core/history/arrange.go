package history

import (
	"errors"

	"kembo/core/colony"
	"kembo/core/forecast"
)

// Arranged is how a hive was arranged anew; what is nil is as it was.
type Arranged struct {
	// ExcluderAbove is the number of boxes under the excluder; 0: it came out.
	ExcluderAbove *int `json:"excluder_above,omitempty"`
	// NestTurned says that the boxes of the nest were put in the opposite order.
	NestTurned bool `json:"nest_turned,omitempty"`
	// OverScreen says whether the hive stands over another, parted by a double
	// screen that lets its warmth through.
	OverScreen *bool `json:"over_screen,omitempty"`
}

// arrange does an arrangement.
func (b *walker) arrange(e Entry) error {
	a := e.Arranged
	c := forecast.Change{Day: e.Day}
	if a.ExcluderAbove != nil {
		n := *a.ExcluderAbove
		if n < 0 || n >= len(b.Stack.Boxes) {
			return errors.New("an excluder lies between two boxes of the hive")
		}
		b.Stack.ExcluderAbove = n
		if c.Excluder = forecast.Off; n > 0 {
			c.Excluder = forecast.On
		}
	}
	if a.NestTurned {
		turned := colony.Turned(b.Stack)
		same := true
		for i := range turned.Boxes {
			same = same && turned.Boxes[i].ID == b.Stack.Boxes[i].ID
		}
		if same {
			return errors.New("there are no two boxes of the nest to turn")
		}
		b.Stack = turned
		shape := colony.ShapeOf(turned)
		c.Turned, c.Lid, c.Low = true, shape.Lid, shape.Low
	}
	if a.OverScreen != nil {
		b.Stack.OverScreen = *a.OverScreen
		if c.Screen = forecast.Off; *a.OverScreen {
			c.Screen = forecast.On
		}
	}
	b.change(c)
	return nil
}
