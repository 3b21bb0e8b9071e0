package moves

import (
	"fmt"

	"kembo/core/measure"
)

// PlacesChanged is two hives of a yard that changed places, so that the bees that fly come home to the other. What it is to
// both is one share: of those of From that fly, how many more went over than came.
type PlacesChanged struct {
	From  string  `json:"from"` // colony, of which more fly
	To    string  `json:"to"`   // colony
	Share float64 `json:"share"`
}

// ComeHome is the share of the bees that fly who come home to the place, whatever hive stands there. Source: common practice:
// nearly all; size a guess.
const ComeHome = 0.9

// ChangedPlaces returns the act for two hives of which so many bees fly, or so many live where the same share of both
// flies, to be noted at the first. It is the same whichever is named first. What cannot be is an *Error.
func ChangedPlaces(one, other string, flyOne, flyOther float64) (*PlacesChanged, error) {
	if flyOther > flyOne {
		one, other, flyOne, flyOther = other, one, flyOther, flyOne
	}
	a := &PlacesChanged{From: one, To: other, Share: NetOver(flyOne, flyOther)}
	return a, a.Apply(&Hives{})
}

// NetOver returns the share of the fliers of a hive that go over more than come, where it changes places with one of which
// fewer fly: 0 up to [ComeHome].
func NetOver(many, few float64) float64 {
	if many <= 0 {
		return 0
	}
	return ComeHome * max(0, 1-few/many)
}

// Hives returns the colonies they go between.
func (a *PlacesChanged) Hives() (from, to string) { return a.From, a.To }

// Apply takes them out of the one; what the other gets is worked out with it.
func (a *PlacesChanged) Apply(h *Hives) error {
	switch {
	case a.From == a.To:
		return wrong("places", "hives change places with one another; choose two")
	case !(a.Share >= 0 && a.Share <= ComeHome):
		return wrong("places", "the share of the bees that fly who go over is 0 to %g, not %g", ComeHome, a.Share)
	}
	if from := h.At(a.From); from != nil {
		from.Did.FliersOut = a.Share
	}
	return nil
}

// Words says it for the log.
func (a *PlacesChanged) Words(measure.Units) (title, say string) {
	return "Places changed", fmt.Sprintf("Two hives changed places; the smaller gains %.0f %% of the bees that fly from the larger.",
		100*a.Share)
}

var placesChanged = Row{Kind: "places_changed", New: func() Act { return new(PlacesChanged) }}
