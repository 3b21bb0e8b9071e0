package lots

// Blended is honey of lots that was mixed as a new one.
type Blended struct {
	Lot  string `json:"lot"` // id
	Name string `json:"name"`
	From []Part `json:"from"`
	Note string `json:"note,omitempty"`
}

// Kind is what such an entry is stored as.
func (x *Blended) Kind() Kind { return KindBlended }

func (x *Blended) apply(a *Account, e Entry) error {
	if len(x.From) == 0 {
		return wrong("from", "give how much of which lots was mixed")
	}
	for i, p := range x.From {
		l, err := a.lot("from", p.Lot, e.Day)
		if err != nil {
			return err
		}
		if err := l.mayDraw("from", p.Kg); err != nil {
			return err
		}
		for _, q := range x.From[:i] {
			if q.Lot == p.Lot {
				return wrong("from", "lot %s is named twice", l.Name)
			}
		}
	}
	to, err := a.add(x.Lot, x.Name, e)
	if err != nil {
		return err
	}
	to.Note = x.Note
	water, known := 0.0, true
	for _, p := range x.From {
		l := a.byID[p.Lot]
		kg, of := l.draw(p.Kg)
		to.put(kg, of)
		l.Into = append(l.Into, Part{to.ID, kg})
		l.Entries = append(l.Entries, e.ID)
		to.From = append(to.From, Part{l.ID, kg})
		water += kg * l.Water
		known = known && l.Water > 0
	}
	if known && to.Kg > 0 {
		to.Water = water / to.Kg
	}
	return nil
}
