package lots

import "slices"

// How is how honey left.
type How string

// How honey leaves a lot.
const (
	Sold  How = "sold"
	Given How = "given"
	Own   How = "own"  // eaten at home
	Fed   How = "fed"  // back to bees
	Lost  How = "lost" // spilt, spoilt, left in sieves
	Dried How = "dried"
)

// Hows are the ways in which honey leaves, in the order of a form.
var Hows = []How{Sold, Given, Own, Fed, Lost, Dried}

var howWords = map[How]string{
	Sold: "sold", Given: "given away", Own: "eaten at home", Fed: "fed back", Lost: "lost", Dried: "water dried out of it",
}

// Words says it.
func (h How) Words() string { return howWords[h] }

// Left is honey that left a lot for good.
type Left struct {
	Lot string  `json:"lot"`
	Kg  float64 `json:"kg"`
	How How     `json:"how"`
	To  string  `json:"to,omitempty"` // whom, in the keeper's words
}

// Kind is what such an entry is stored as.
func (x *Left) Kind() Kind { return KindLeft }

func (x *Left) apply(a *Account, e Entry) error {
	l, err := a.lot("lot", x.Lot, e.Day)
	if err != nil {
		return err
	}
	if !slices.Contains(Hows, x.How) {
		return wrong("how", "choose how it left")
	}
	if err := l.mayDraw("kg", x.Kg); err != nil {
		return err
	}
	kg, _ := l.draw(x.Kg)
	l.Gone = append(l.Gone, Gone{e.Day, kg, x.How, x.To})
	l.Entries = append(l.Entries, e.ID)
	return nil
}
