// Package lots keeps account of honey from the extractor to the door: lots, what they were made of, what was filled and what
// left, so that every kilogram can be followed to its hives and from them. Entries are what was entered; [Fold] adds them up.
package lots

import (
	"fmt"

	"kembo/core/day"
	"kembo/core/honey"
)

// Kind is what an entry is.
type Kind string

// Kinds of entries.
const (
	KindExtracted Kind = "extracted"
	KindBlended   Kind = "blended"
	KindFilled    Kind = "filled"
	KindLeft      Kind = "left"
	KindTested    Kind = "tested"
	KindUndo      Kind = "undo"
)

// Entry is one entry of the account.
type Entry struct {
	ID         string
	Day        day.Day
	Kind       Kind
	Supersedes string // that this one takes back
	Body       Body   // nil for an undo
}

// Body is what was entered.
type Body interface {
	// apply adds it to an account, or changes nothing and says why it cannot be.
	apply(a *Account, e Entry) error
	// Kind is what it is stored as.
	Kind() Kind
}

// Error is what cannot be, with the field it is about.
type Error struct{ Field, Say string }

func (e *Error) Error() string { return e.Say }

func wrong(field, format string, a ...any) error { return &Error{field, fmt.Sprintf(format, a...)} }

// Lot is honey that is kept apart.
type Lot struct {
	ID, Name string
	Made     day.Day
	MadeKg   float64
	Kg       float64 // in stock
	WaxKg    float64 // that its cappings came to; 0: not weighed
	Water    float64 // of the last test, or by what it was blended of, per cent; 0: not known
	Tested   day.Day // of that test; 0: it was reckoned
	Crops    []Crop  // that were extracted into it
	From     []Part  // lots that were blended into it, with what they gave
	Into     []Part  // and that it went into
	Packed   []Pack  // what it was filled into, as far as it was noted
	Gone     []Gone
	Note     string
	Entries  []string // that made it what it is, the earliest first
	// of is what it consists of: kg of each lot that was extracted.
	of map[string]float64
}

// Crop names honey that came off a hive: its entry in the log of the colony.
type Crop struct {
	Colony string `json:"colony"`
	Entry  string `json:"entry"`
}

// Part is honey that went from one lot into another.
type Part struct {
	Lot string  `json:"lot"`
	Kg  float64 `json:"kg"`
}

// Pack is containers that were filled.
type Pack struct {
	Day    day.Day
	What   string
	EachKg float64
	Count  int
}

// Gone is honey that left a lot for good.
type Gone struct {
	Day day.Day
	Kg  float64
	How How
	To  string
}

// Account is all lots, in the order in which they were made.
type Account struct {
	lots  []*Lot
	byID  map[string]*Lot
	lotOf map[Crop]string // into which a crop was extracted
}

// Lots returns them, in the order in which they were made.
func (a *Account) Lots() []*Lot { return a.lots }

// Lot returns the lot with an id, nil where there is none.
func (a *Account) Lot(id string) *Lot { return a.byID[id] }

// LotOf returns the lot into which a crop was extracted; "" for none.
func (a *Account) LotOf(c Crop) string { return a.lotOf[c] }

// Misfit is an entry that does not fit into the account that it stands in, as after two files were merged.
type Misfit struct {
	Entry Entry
	Err   error
}

// Mended is Fold that leaves out what does not fit, and says so.
func Mended(entries []Entry) (*Account, []Misfit) {
	a := &Account{byID: map[string]*Lot{}, lotOf: map[Crop]string{}}
	var out []Misfit
	gone := superseded(entries)
	for _, e := range entries {
		if gone[e.ID] || e.Body == nil {
			continue
		}
		if err := e.Body.apply(a, e); err != nil {
			out = append(out, Misfit{e, err})
		}
	}
	return a, out
}

// Fold adds up the entries that stand, in the order given: by day and as they were written. The error names what does not fit.
func Fold(entries []Entry) (*Account, error) {
	a, misfits := Mended(entries)
	if len(misfits) > 0 {
		return a, misfits[0].Err
	}
	return a, nil
}

// superseded names the entries that were taken back; taking back what took one back brings it back.
func superseded(entries []Entry) map[string]bool {
	gone := map[string]bool{}
	for i := len(entries) - 1; i >= 0; i-- {
		if e := entries[i]; e.Supersedes != "" && !gone[e.ID] {
			gone[e.Supersedes] = true
		}
	}
	return gone
}

// lot returns a lot that an entry is about.
func (a *Account) lot(field, id string, on day.Day) (*Lot, error) {
	l := a.byID[id]
	if l == nil {
		return nil, wrong(field, "there is no such lot; it may have been taken back")
	}
	if on < l.Made {
		return nil, wrong("on", "lot %s is of %s; this cannot have been before", l.Name, l.Made.Long())
	}
	return l, nil
}

// add begins a lot.
func (a *Account) add(id, name string, e Entry) (*Lot, error) {
	if name == "" {
		return nil, wrong("name", "give the lot a name, as it stands on the buckets")
	}
	for _, l := range a.lots {
		if l.Name == name {
			return nil, wrong("name", "there is a lot %s already, of %s", name, l.Made.Long())
		}
	}
	l := &Lot{ID: id, Name: name, Made: e.Day, Entries: []string{e.ID}, of: map[string]float64{}}
	a.lots = append(a.lots, l)
	a.byID[id] = l
	return l, nil
}

// tooMuch is how much more than is there may leave, as scales differ: of the lot made, and at least kg. Source: common practice.
const tooMuchShare, tooMuchKg = 0.01, 0.1

// mayDraw returns why so much cannot be taken out of a lot, nil where it can.
func (l *Lot) mayDraw(field string, kg float64) error {
	if !(kg > 0) {
		return wrong(field, "give more than 0 kg")
	}
	if kg > l.Kg+max(tooMuchKg, tooMuchShare*l.MadeKg) {
		return wrong(field, "lot %s has %.1f kg left, not %.1f", l.Name, l.Kg, kg)
	}
	return nil
}

// draw takes kg out of a lot, all that is left at most, and returns how much went and what it consists of.
func (l *Lot) draw(kg float64) (float64, map[string]float64) {
	kg = min(kg, l.Kg)
	share := 0.0
	if l.Kg > 0 {
		share = kg / l.Kg
	}
	out := map[string]float64{}
	for id, x := range l.of {
		out[id] = share * x
		l.of[id] -= out[id]
	}
	l.Kg -= kg
	return kg, out
}

// put adds honey to a lot, with what it consists of.
func (l *Lot) put(kg float64, of map[string]float64) {
	for id, x := range of {
		l.of[id] += x
	}
	l.Kg += kg
	l.MadeKg += kg
}

// checkWater returns what is wrong with a share of water that may be left out.
func checkWater(w float64) error {
	if w != 0 && (w < honey.MinWater || w > honey.MaxWater) {
		return wrong("water", "%s", honey.ErrWater)
	}
	return nil
}
