package history

import (
	"slices"

	"kembo/core/colony"
	"kembo/core/moves"
)

// Sign is something found in a hive that died.
type Sign string

// The signs, in the order in which hands come to them.
const (
	FewBees      Sign = "few_bees"   // a fistful, or none
	HeadsInCells Sign = "heads"      // dead bees with their heads in empty cells
	NoFood       Sign = "no_food"    // no honey left in the hive
	FoodFar      Sign = "food_far"   // honey in the hive, none at the cluster
	DroneInWork  Sign = "drone"      // domed brood in worker cells, or many eggs in a cell
	Streaks      Sign = "streaks"    // droppings on combs and front
	Damp         Sign = "damp"       // mould, water
	ManyMites    Sign = "mites"      // on the floor, or crippled wings
	Robbed       Sign = "robbed"     // torn wax on the floor
	Mice         Sign = "mice"       //
	Moth         Sign = "moth"       //
	Chalk        Sign = "chalk"      // mummies
	SickBrood    Sign = "sick_brood" // sunken, pierced or greasy cappings, a threading cell, a foul smell
	Scales       Sign = "scales"     // hard dark scales on the lower walls of cells
	Poisoned     Sign = "poisoned"   // a heap of bees in front, tongues out
)

// signs are those that can be noted, in order, with what is asked.
var signs = []struct {
	sign Sign
	asks string
}{
	{SickBrood, "Brood with sunken, pierced or greasy cappings, threading when pricked, or a foul smell"},
	{Scales, "Hard, dark scales on the lower walls of cells"},
	{Chalk, "Chalky mummies in cells or on the floor"},
	{FewBees, "A fistful of bees or fewer"},
	{HeadsInCells, "Dead bees with their heads in empty cells"},
	{NoFood, "No honey left in the hive"},
	{FoodFar, "Honey in the hive, none where the bees sat"},
	{DroneInWork, "Domed brood in worker cells, or several eggs in a cell"},
	{ManyMites, "Many mites on the floor, or bees with crippled wings"},
	{Streaks, "Droppings in streaks on combs or front"},
	{Damp, "Mould, or water in the hive"},
	{Robbed, "Torn wax on the floor: it was robbed"},
	{Mice, "Mice, or their nest"},
	{Moth, "Webs of wax moth"},
	{Poisoned, "A heap of dead bees in front, tongues out"},
}

// Signs returns the signs that can be noted, in the order of a form.
func Signs() []Sign {
	var out []Sign
	for _, s := range signs {
		out = append(out, s.sign)
	}
	return out
}

// Asks says what a sign is.
func (s Sign) Asks() string {
	for _, x := range signs {
		if x.sign == s {
			return x.asks
		}
	}
	return ""
}

// Stops reports whether nothing of the hive is used until somebody who may say so has looked.
func (s Sign) Stops() bool { return s == SickBrood || s == Scales }

// DeadOut is what was found when a hive that died was gone through, and whether its combs may be used again.
type DeadOut struct {
	Every bool   `json:"every,omitempty"` // every comb that had brood was looked at
	Signs []Sign `json:"signs,omitempty"`
	Free  bool   `json:"free,omitempty"` // combs and honey may be used again
	Note  string `json:"note,omitempty"`
}

// Cause is what a hive likely died of, with what goes with it.
type Cause struct{ Say, Then string }

// causes are what signs tell together, the gravest first. Source: common practice; none is a diagnosis.
var causes = []struct {
	of []Sign // all of them
	Cause
}{
	{[]Sign{SickBrood}, Cause{"Its brood may have been sick.", "Close it, move nothing, and call the inspector."}},
	{[]Sign{Scales}, Cause{"Scales may be of a brood disease that lasts for decades.", "Close it, move nothing, and call the inspector."}},
	{[]Sign{Poisoned}, Cause{"It may have been poisoned.", "Keep a sample of bees cold, note spraying near by, and report it where that is asked for."}},
	{[]Sign{HeadsInCells, NoFood}, Cause{"It starved.", "Its combs can be used; ask why it had too little in autumn."}},
	{[]Sign{HeadsInCells, FoodFar}, Cause{"It starved beside its honey, in the cold.", "Its combs and honey can be used."}},
	{[]Sign{DroneInWork}, Cause{"Its queen had failed.", "Its combs can be used; drone comb is cut out."}},
	{[]Sign{ManyMites}, Cause{"Mites, and what they carry, likely ended it.", "Its combs can be used; see to the counts of the others."}},
	{[]Sign{Streaks}, Cause{"It had dysentery.", "Soiled combs are melted; clean ones wait for warm weather."}},
	{[]Sign{Chalk}, Cause{"It had chalk brood.", "Combs with many mummies are melted."}},
	{[]Sign{Damp}, Cause{"It sat in the wet.", "Mouldy combs can be cleaned by a strong colony."}},
	{[]Sign{Mice}, Cause{"Mice were in it.", "Chewed combs are melted; guards go on earlier."}},
	{[]Sign{FewBees}, Cause{"It was too small to come through.", "Ask why: mites, a late queen, or a split that stayed small."}},
}

// Causes returns what the signs tell, the gravest first; none where they tell nothing.
func (d *DeadOut) Causes() []Cause {
	var out []Cause
	for _, c := range causes {
		told := true
		for _, s := range c.of {
			told = told && slices.Contains(d.Signs, s)
		}
		if told {
			out = append(out, c.Cause)
		}
	}
	return out
}

// GoneThrough is a dead-out as it stands in the log.
type GoneThrough struct {
	Entry string
	DeadOut
}

func (d *DeadOut) apply(b *walker, e Entry) error {
	if b.Ended == nil || !b.Ended.How.Loss() {
		return &moves.Error{Field: "signs", Say: "only a hive that was lost is gone through like this; note first that it died"}
	}
	for _, s := range d.Signs {
		if s.Asks() == "" {
			return &moves.Error{Field: "signs", Say: "choose what was found from the list"}
		}
	}
	sick := slices.ContainsFunc(d.Signs, Sign.Stops)
	switch {
	case d.Free && sick:
		return &moves.Error{Field: "free", Say: "with such signs nothing of it is used until the inspector has looked"}
	case d.Free && !d.Every:
		return &moves.Error{Field: "free", Say: "look at every comb that had brood before any is used again"}
	case sick:
		b.Health, b.HealthDay = colony.Suspect, e.Day
	}
	b.GoneThrough = &GoneThrough{e.ID, *d}
	return nil
}

// Texts returns what a user wrote.
func (d *DeadOut) Texts() []moves.Text {
	return []moves.Text{{Field: "note", Text: d.Note, Long: true}}
}

// Held reports whether the combs of a hive that was lost are not to be used yet.
func (b Believed) Held() bool {
	return b.Ended != nil && b.Ended.How.Loss() && (b.GoneThrough == nil || !b.GoneThrough.Free)
}
