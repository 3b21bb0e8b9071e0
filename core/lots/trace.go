package lots

import (
	"cmp"
	"slices"
)

// Source is a lot that was extracted, with how much of another comes from it.
type Source struct {
	Lot string
	Kg  float64
}

// Sources returns what the honey of a lot that is in stock consists of, by the lots that were extracted, the most first.
func (l *Lot) Sources() []Source {
	var out []Source
	for id, kg := range l.of {
		out = append(out, Source{id, kg})
	}
	slices.SortFunc(out, func(a, b Source) int { return cmp.Or(cmp.Compare(b.Kg, a.Kg), cmp.Compare(a.Lot, b.Lot)) })
	return out
}

// Back returns the crops of which a lot is made, itself or through those that were blended into it: all hives whose honey may be
// in a jar of it.
func (a *Account) Back(id string) []Crop {
	var out []Crop
	a.walk(id, func(l *Lot) []Part { return l.From }, func(l *Lot) { out = append(out, l.Crops...) })
	return out
}

// On returns all lots in which honey of a lot may be, itself first.
func (a *Account) On(id string) []*Lot {
	var out []*Lot
	a.walk(id, func(l *Lot) []Part { return l.Into }, func(l *Lot) { out = append(out, l) })
	return out
}

// walk visits a lot and all that it leads to, each once.
func (a *Account) walk(id string, next func(*Lot) []Part, visit func(*Lot)) {
	seen, open := map[string]bool{}, []string{id}
	for len(open) > 0 {
		l := a.byID[open[0]]
		open = open[1:]
		if l == nil || seen[l.ID] {
			continue
		}
		seen[l.ID] = true
		visit(l)
		for _, p := range next(l) {
			open = append(open, p.Lot)
		}
	}
}

// MadeKg, StockKg and GoneKg are the sums of an account: what was extracted is in stock or gone.
func (a *Account) MadeKg() float64 {
	return a.sum(func(l *Lot) float64 {
		if len(l.From) > 0 {
			return 0
		}
		return l.MadeKg
	})
}

// StockKg is what is in stock.
func (a *Account) StockKg() float64 { return a.sum(func(l *Lot) float64 { return l.Kg }) }

// GoneKg is what left for good.
func (a *Account) GoneKg() float64 {
	return a.sum(func(l *Lot) (kg float64) {
		for _, g := range l.Gone {
			kg += g.Kg
		}
		return kg
	})
}

func (a *Account) sum(of func(*Lot) float64) (kg float64) {
	for _, l := range a.lots {
		kg += of(l)
	}
	return kg
}
