package moves

import (
	"fmt"
	"slices"

	"kembo/core/measure"
	"kembo/core/words"
)

// Harvested is boxes and combs taken off for their honey, with what they weighed. What
// came off stands in the book of the hive; what it came to in the tank is another.
type Harvested struct {
	Boxes  []string `json:"boxes,omitempty"`
	Frames []string `json:"frames,omitempty"`
	// GrossKg is what boxes and combs weighed with their wood and wax; NetKg what the honey weighed; BeforeKg and AfterKg what the whole
	// hive did before and after, where that is known. At most one of the three is given.
	GrossKg  float64 `json:"gross_kg,omitempty"`
	NetKg    float64 `json:"net_kg,omitempty"`
	BeforeKg float64 `json:"before_kg,omitempty"`
	AfterKg  float64 `json:"after_kg,omitempty"`
	Batch    string  `json:"batch,omitempty"` // of the day, in the keeper's words
}

// mostHarvestKg is the most that comes off one hive at once. Source: common practice,
// no source.
const mostHarvestKg = 400

// Apply takes them off.
func (a *Harvested) Apply(h *Hives) error {
	if len(a.Boxes)+len(a.Frames) == 0 {
		return wrong("boxes", "choose the boxes or combs that came off")
	}
	if a.GrossKg < 0 || a.NetKg < 0 || a.GrossKg > mostHarvestKg || a.NetKg > mostHarvestKg {
		return wrong("weight", "what came off weighs more than 0 and at most %d kg", mostHarvestKg)
	}
	if a.GrossKg > 0 && a.NetKg > 0 {
		return wrong("weight", "give what it weighed with the wood, or the honey alone, not both")
	}
	switch {
	case a.BeforeKg == 0 && a.AfterKg == 0:
	case a.BeforeKg <= 0 || a.AfterKg <= 0:
		return wrong("weight", "give what the whole hive weighed before and after, both")
	case a.GrossKg+a.NetKg > 0:
		return wrong("weight", "give what came off, or the whole hive before and after, not both")
	case a.BeforeKg > mostHiveKg || a.offKg() > mostHarvestKg:
		return wrong("weight", "a hive weighs at most %d kg, and what comes off %d", mostHiveKg, mostHarvestKg)
	case a.offKg() <= 0:
		return wrong("weight", "the hive is lighter after boxes came off; were the two put the wrong way round?")
	}
	x := h.Here()
	if ware := a.WareKg(*x); a.offKg() > 0 && a.offKg() < ware*leastOfWare {
		return wrong("weight", "the wood and wax of that alone weigh about %.0f kg; is the unit right?", ware)
	}
	for _, id := range a.Frames {
		p, ok := x.Stack.PlaceOf(id)
		if !ok {
			return frameNotHere()
		}
		var err error
		if x.Stack, _, err = x.Stack.TakeFrame(p); err != nil {
			return err
		}
	}
	for _, id := range a.Boxes {
		if err := (&BoxOff{Box: id}).Apply(h); err != nil {
			return err
		}
	}
	return nil
}

// mostHiveKg is more than any hive weighs.
const mostHiveKg = 600

// offKg is what came off with its wood and wax, as it was weighed or by the two weighings of the hive; 0 where neither was.
func (a *Harvested) offKg() float64 {
	if a.BeforeKg != 0 || a.AfterKg != 0 {
		return a.BeforeKg - a.AfterKg
	}
	return a.GrossKg
}

// leastOfWare is how much lighter than by the catalogue wood may be.
const leastOfWare = 0.6

// WareKg is what the wood and wax weigh of what comes off a hive.
func (a *Harvested) WareKg(h Hive) float64 {
	kg := 0.0
	for _, b := range h.Stack.Boxes {
		if slices.Contains(a.Boxes, b.ID) {
			kg += b.TareKg()
			continue
		}
		for _, f := range b.Frames {
			if slices.Contains(a.Frames, f.ID) {
				kg += b.Format.FrameWoodKg + b.Format.DrawnWaxKg
			}
		}
	}
	return kg
}

// HoneyKg is what the honey weighed, 0 where it was only counted.
func (a *Harvested) HoneyKg(h Hive) float64 {
	if off := a.offKg(); off > 0 {
		return max(0, off-a.WareKg(h))
	}
	return a.NetKg
}

// Words says it for the log.
func (a *Harvested) Words(u measure.Units) (title, say string) {
	var out []string
	if n := len(a.Boxes); n > 0 {
		out = append(out, words.Count(n, "box", "boxes"))
	}
	if n := len(a.Frames); n > 0 {
		out = append(out, words.Count(n, "comb", "combs"))
	}
	say = words.List(out...)
	switch {
	case a.GrossKg > 0:
		say += fmt.Sprintf(", %s with the wood", u.Write(measure.Mass, a.GrossKg))
	case a.offKg() > 0:
		say += fmt.Sprintf(", the hive %s lighter: %s before, %s after", u.Write(measure.Mass, a.offKg()), u.Write(measure.Mass, a.BeforeKg),
			u.Write(measure.Mass, a.AfterKg))
	case a.NetKg > 0:
		say += fmt.Sprintf(", %s of honey", u.Write(measure.Mass, a.NetKg))
	}
	if a.Batch != "" {
		say += ", batch " + a.Batch
	}
	return "Harvested", words.Capital(say) + "."
}

// Texts returns what a user wrote.
func (a *Harvested) Texts() []Text { return []Text{{Field: "batch", Text: a.Batch}} }

var harvested = Row{Kind: "harvested", New: func() Act { return new(Harvested) }}
