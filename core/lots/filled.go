package lots

// Filled is containers into which honey of a lot was filled; it stays in stock until it leaves.
type Filled struct {
	Lot    string  `json:"lot"`
	What   string  `json:"what"` // as the keeper calls them: drum, bucket, jar
	EachKg float64 `json:"each_kg"`
	Count  int     `json:"count"`
}

// mostFilled is the most containers of one entry. Source: none.
const mostFilled = 100_000

// Kind is what such an entry is stored as.
func (x *Filled) Kind() Kind { return KindFilled }

func (x *Filled) apply(a *Account, e Entry) error {
	l, err := a.lot("lot", x.Lot, e.Day)
	if err != nil {
		return err
	}
	switch {
	case x.What == "":
		return wrong("what", "say what was filled, as drum, bucket or jar")
	case !(x.EachKg > 0) || x.Count < 1 || x.Count > mostFilled:
		return wrong("count", "give how many were filled and what each holds")
	}
	if room := l.Kg - l.PackedKg(); x.EachKg*float64(x.Count) > room+max(tooMuchKg, tooMuchShare*l.MadeKg) {
		return wrong("count", "lot %s has %.1f kg that are not filled yet, not %.1f", l.Name, max(0, room), x.EachKg*float64(x.Count))
	}
	l.Packed = append(l.Packed, Pack{e.Day, x.What, x.EachKg, x.Count})
	l.Entries = append(l.Entries, e.ID)
	return nil
}

// PackedKg is what containers hold of a lot that is still there. What is sold, given away or eaten leaves in containers, as long as
// there are any; what is blended, lost or fed comes first from what is not filled.
func (l *Lot) PackedKg() float64 {
	kg := 0.0
	for _, p := range l.Packed {
		kg += p.EachKg * float64(p.Count)
	}
	for _, g := range l.Gone {
		if g.How == Sold || g.How == Given || g.How == Own {
			kg -= g.Kg
		}
	}
	return min(max(kg, 0), l.Kg)
}

// Tested is the water of a lot, read again.
type Tested struct {
	Lot   string  `json:"lot"`
	Water float64 `json:"water"` // per cent, at 20 °C
}

// Kind is what such an entry is stored as.
func (x *Tested) Kind() Kind { return KindTested }

func (x *Tested) apply(a *Account, e Entry) error {
	l, err := a.lot("lot", x.Lot, e.Day)
	if err != nil {
		return err
	}
	if x.Water == 0 {
		return wrong("water", "give the water that was read")
	}
	if err := checkWater(x.Water); err != nil {
		return err
	}
	l.Water, l.Tested = x.Water, e.Day
	l.Entries = append(l.Entries, e.ID)
	return nil
}
