package lots

// mostKg is the most that one entry is about. Source: none; more than a big extracting line does in a day.
const mostKg = 50_000

// Extracted is honey of crops that came out of the extractor as one lot.
type Extracted struct {
	Lot   string  `json:"lot"` // id
	Name  string  `json:"name"`
	Crops []Crop  `json:"crops"`
	Kg    float64 `json:"kg"`
	WaxKg float64 `json:"wax_kg,omitempty"`
	Water float64 `json:"water,omitempty"` // per cent, at 20 °C
	Note  string  `json:"note,omitempty"`
}

// Kind is what such an entry is stored as.
func (x *Extracted) Kind() Kind { return KindExtracted }

func (x *Extracted) apply(a *Account, e Entry) error {
	switch {
	case len(x.Crops) == 0:
		return wrong("crops", "choose what was extracted")
	case !(x.Kg > 0) || x.Kg > mostKg:
		return wrong("kg", "give what came out, more than 0 and at most %d kg", mostKg)
	case x.WaxKg < 0 || x.WaxKg > x.Kg:
		return wrong("wax", "the wax of cappings weighs less than the honey")
	}
	if err := checkWater(x.Water); err != nil {
		return err
	}
	for _, c := range x.Crops {
		if in := a.lotOf[c]; in != "" {
			return wrong("crops", "some of it is in lot %s already", a.byID[in].Name)
		}
	}
	l, err := a.add(x.Lot, x.Name, e)
	if err != nil {
		return err
	}
	for _, c := range x.Crops {
		a.lotOf[c] = l.ID
	}
	l.Crops, l.WaxKg, l.Water, l.Note = x.Crops, x.WaxKg, x.Water, x.Note
	if x.Water > 0 {
		l.Tested = e.Day
	}
	l.put(x.Kg, map[string]float64{l.ID: x.Kg})
	return nil
}
