package history

import (
	"errors"
	"fmt"
	"slices"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/moves"
)

// Combs says what was found of some frames. What is nil or empty was not looked
// at.
type Combs struct {
	Frames     []string `json:"frames"`
	Darkness   *int     `json:"darkness,omitempty"`    // 0 new, 1 amber, 2 brown, 3 black
	DroneShare *int     `json:"drone_share,omitempty"` // eighths of the comb that are drone cells
	Granulated *bool    `json:"granulated,omitempty"`
	Label      string   `json:"label,omitempty"`
	Origin     string   `json:"origin,omitempty"` // own, other, dead-out
	Cull       *bool    `json:"cull,omitempty"`   // marked to come out
}

// Texts returns what a user wrote.
func (a *Combs) Texts() []moves.Text { return []moves.Text{{Field: "label", Text: a.Label}} }

// Comb is what the log says of a frame. What is nil was never looked at. Which
// frame stands in a slot is presumed: nobody reads every label.
type Comb struct {
	In         day.Day // came into this hive
	Darkness   *int    // 0 new to 3 black
	DroneShare *int    // eighths that are drone cells
	Granulated *bool
	Label      string
	Origin     string
	Cull       *bool
	Seen       day.Day // of the last finding
	Fed        day.Day // the last feed that it holds; 0: none, or seen empty since
	// With what it was in the hives it came from.
	Feeds, Treatments []colony.Period
}

// arrive notes the frames of a box that came on a day.
func (w *walker) arrive(box hive.Box, on day.Day) {
	for _, f := range box.Frames {
		w.comb(f.ID, on)
	}
}

// comb notes a frame that came on a day; one that is known keeps what it has.
func (w *walker) comb(id string, on day.Day) {
	if w.Combs == nil {
		w.Combs = map[string]Comb{}
	}
	c, ok := w.Combs[id]
	if !ok {
		c.In = on
		w.fedInto(&c, on)
	}
	w.Combs[id] = c
}

// apply writes what was found of frames.
func (a *Combs) apply(b *walker, e Entry) error {
	if len(a.Frames) == 0 {
		return fmt.Errorf("no frame is named; choose at least one")
	}
	if a.Darkness != nil && (*a.Darkness < 0 || *a.Darkness > 3) {
		return fmt.Errorf("darkness %d is not 0, new, to 3, black", *a.Darkness)
	}
	if a.DroneShare != nil && (*a.DroneShare < 0 || *a.DroneShare > 8) {
		return fmt.Errorf("%d eighths of drone comb are not 0 to 8", *a.DroneShare)
	}
	for _, id := range a.Frames {
		if _, ok := b.Stack.PlaceOf(id); !ok {
			return errors.New("a frame that it names is not in the hive")
		}
		c := b.Combs[id]
		c.Seen = e.Day
		for _, w := range []struct {
			from *int
			to   **int
		}{{a.Darkness, &c.Darkness}, {a.DroneShare, &c.DroneShare}} {
			if w.from != nil {
				*w.to = w.from
			}
		}
		if a.Granulated != nil {
			c.Granulated = a.Granulated
		}
		if a.Cull != nil {
			c.Cull = a.Cull
		}
		if a.Label != "" {
			c.Label = a.Label
		}
		if a.Origin != "" {
			c.Origin = a.Origin
		}
		b.Combs[id] = c
	}
	return nil
}

// Thresholds of the cull list. Source: common practice, no source: brood combs
// are renewed every three years or so, when no light comes through; more than a
// quarter of drone comb raises mites and drones.
const (
	CullDarkness  = 3
	CullDrone     = 2 // eighths
	CullAfterDays = 4 * 365
)

// Cull is a comb that should come out, and why.
type Cull struct {
	Frame string
	Place hive.Place
	Why   []string
}

// Culls lists the combs to take out on a day, from the floor up.
func (b Believed) Culls(today day.Day) []Cull {
	var out []Cull
	for i, box := range b.Stack.Boxes {
		for k, f := range box.Frames {
			c := b.Combs[f.ID]
			var why []string
			if c.Cull != nil && *c.Cull {
				why = append(why, "marked to come out")
			}
			if c.Darkness != nil && *c.Darkness >= CullDarkness {
				why = append(why, "black comb")
			}
			if c.DroneShare != nil && *c.DroneShare >= CullDrone {
				why = append(why, fmt.Sprintf("drone comb, %d eighths", *c.DroneShare))
			}
			if c.Granulated != nil && *c.Granulated {
				why = append(why, "honey granulated in it")
			}
			if c.Origin == fromDeadOut {
				why = append(why, "from a dead-out")
			}
			if !box.Super && c.In != 0 && int(today-c.In) > CullAfterDays {
				why = append(why, fmt.Sprintf("in this hive since %d", c.In.Time().Year()))
			}
			if len(why) > 0 && !(c.Cull != nil && !*c.Cull) {
				out = append(out, Cull{f.ID, hive.Place{Box: i, Slot: k}, why})
			}
		}
	}
	return out
}

// With returns the feeds and treatments a frame has been in a hive with, in this one
// or in those it came from.
func (b Believed) With(frame string) (feeds, treatments []colony.Period) {
	c := b.Combs[frame]
	were := func(ps []colony.Period) []colony.Period {
		return slices.DeleteFunc(slices.Clone(ps), func(p colony.Period) bool { return p.To != 0 && p.To < c.In })
	}
	return slices.Concat(c.Feeds, were(b.Feeds)), slices.Concat(c.Treatments, were(b.Treatments))
}
