package app

import (
	"cmp"
	"context"
	"slices"

	"kembo/core/comb"
	"kembo/core/harvest"
	"kembo/core/hive"
	"kembo/core/plan"
	"kembo/core/stock"
	"kembo/core/supering"
)

// TripLoad is something to load.
type TripLoad struct {
	plan.Need
	WeighsKg, Litres float64  // all of it; 0: not told
	Codes            []string // the hives that it is for
	Store            []StoreLine
}

// StoreLine is an item of the store that a load takes of.
type StoreLine struct {
	stock.Item
	Takes, Has float64
	Counted    bool // else nobody knows what there is
}

// Short is what is missing.
func (l StoreLine) Short() float64 {
	if !l.Counted {
		return 0
	}
	return max(0, l.Takes-l.Has)
}

// CombsShort are drawn combs of one frame of which fewer are in store than supers want.
type CombsShort struct {
	Frame      string
	Wants, Has int
	Shares     []CombsShare
	LostKg     float64 // over all hives, against drawn supers for all
	Baits      int     // combs that are left, one each into supers of foundation
	// Ready are supers on the hives that could be extracted first, and the combs in them.
	ReadyBoxes, ReadyCombs int
}

// CombsShare is what one hive gets.
type CombsShare struct {
	Code string
	supering.Given
}

// loadTrip adds up what a trip takes, and what there is of it.
func (s *Service) loadTrip(ctx context.Context, t *Trips) error {
	if t.On < 0 {
		return nil
	}
	have, formats, err := s.ware(ctx)
	if err != nil {
		return err
	}
	var all []TripLoad
	for _, y := range t.Yards {
		if !y.Chosen {
			continue
		}
		for _, x := range y.colonies {
			if t.later(x) > 0 {
				continue
			}
			for _, a := range x.stepsOn(t.Days[t.On].On) {
				for _, n := range a.Needs {
					all = append(all, TripLoad{Need: n, Codes: []string{x.Code}})
				}
				t.Home.add(x, a.Off, formats)
			}
		}
	}
	t.share(all, have)
	for _, l := range t.given(all) {
		t.addLoad(l)
	}
	for i := range t.Load {
		t.Load[i].weigh(formats)
		t.Load[i].Store = storeOf(t.Load[i].Need, have)
	}
	slices.SortStableFunc(t.Load, func(a, b TripLoad) int {
		return cmp.Or(cmp.Compare(b.Combs, a.Combs), cmp.Compare(a.What, b.What), cmp.Compare(a.Of, b.Of))
	})
	return nil
}

// ware returns what is in store by item, and all box formats by key.
func (s *Service) ware(ctx context.Context) (map[stock.Item]stock.Line, map[string]hive.BoxFormat, error) {
	st, err := s.Stock(ctx)
	if err != nil {
		return nil, nil, err
	}
	have := map[stock.Item]stock.Line{}
	for _, l := range st.Lines {
		have[l.Item] = l
	}
	own, shipped, err := s.Formats(ctx)
	if err != nil {
		return nil, nil, err
	}
	formats := map[string]hive.BoxFormat{}
	for _, f := range slices.Concat(shipped, own) {
		formats[f.Key] = f
	}
	return have, formats, nil
}

// add puts so many boxes that come off a hive onto what goes home: what is ready first, then what weighs most.
func (h *TripHome) add(x Standing, off int, formats map[string]hive.BoxFormat) {
	all := slices.Clone(x.Supers)
	slices.SortStableFunc(all, func(a, b SuperStanding) int {
		ready := func(s SuperStanding) int {
			if s.Verdict == harvest.Ready {
				return 0
			}
			return 1
		}
		return cmp.Or(cmp.Compare(ready(a), ready(b)), cmp.Compare(b.Kg, a.Kg))
	})
	for _, b := range all[:min(off, len(all))] {
		h.Boxes++
		h.Kg += b.LiftKg
		h.Litres += formats[b.Format].OuterLitres()
	}
}

// share shares out drawn combs, frame by frame, where the store was counted and has too few for the supers that are wanted.
func (t *Trips) share(all []TripLoad, have map[stock.Item]stock.Line) {
	type wanted struct {
		hives []supering.Hive
		combs int
	}
	by := map[string]*wanted{}
	var frames []string
	for _, l := range all {
		if l.Box == "" || l.Nest || !l.Drawn {
			continue
		}
		x := t.standing(l.Codes[0])
		if len(x.Supering.Drawn) != int(l.Count) {
			continue // not the supers of the plan, as those that brood is raised over
		}
		if by[l.Frame] == nil {
			by[l.Frame] = &wanted{}
			frames = append(frames, l.Frame)
		}
		w := by[l.Frame]
		w.hives = append(w.hives, supering.Hive{
			Code: x.Code, Combs: l.Combs, Drawn: x.Supering.Drawn, Foundation: x.Supering.Foundation,
		})
		w.combs += l.Combs * int(l.Count)
	}
	for _, f := range frames {
		w, line := by[f], have[stock.Item{Kind: stock.Light, Of: f}]
		if line.Counted == nil || int(line.Now) >= w.combs {
			continue
		}
		c := CombsShort{Frame: f, Wants: w.combs, Has: max(0, int(line.Now))}
		given := supering.Share(w.hives, c.Has)
		for i, g := range given {
			c.Shares = append(c.Shares, CombsShare{w.hives[i].Code, g})
			c.LostKg += g.LostKg
		}
		c.Baits = supering.Baits(w.hives, given, c.Has)
		for _, y := range t.Yards {
			for _, x := range y.colonies {
				c.early(x)
			}
		}
		slices.SortStableFunc(c.Shares, func(a, b CombsShare) int { return cmp.Compare(b.Drawn, a.Drawn) })
		t.Short = append(t.Short, c)
	}
}

// early counts the boxes of a hive that are ready and can be spared, whose combs would be free after extracting.
func (c *CombsShort) early(x Standing) {
	taken := HarvestHive{Standing: x}.Take()
	for _, b := range x.Supers {
		if b.Frame == c.Frame && !b.Nest && slices.Contains(taken, b.Box) && b.At < len(x.Boxes) {
			c.ReadyBoxes++
			c.ReadyCombs += len(x.Boxes[b.At].Shares) / int(comb.Contents)
		}
	}
}

// standing finds a hive of the trip.
func (t *Trips) standing(code string) Standing {
	for _, y := range t.Yards {
		for _, x := range y.colonies {
			if x.Code == code {
				return x
			}
		}
	}
	return Standing{}
}

// given puts foundation, or nothing, in the place of drawn supers that there are no combs for.
func (t *Trips) given(all []TripLoad) (out []TripLoad) {
	for _, l := range all {
		i, k := -1, -1
		if l.Box != "" && !l.Nest && l.Drawn {
			i = slices.IndexFunc(t.Short, func(c CombsShort) bool { return c.Frame == l.Frame })
		}
		if i >= 0 {
			k = slices.IndexFunc(t.Short[i].Shares, func(s CombsShare) bool { return s.Code == l.Codes[0] })
		}
		if k < 0 {
			out = append(out, l)
			continue
		}
		g := t.Short[i].Shares[k]
		if g.Drawn > 0 {
			l.Count = float64(g.Drawn)
			out = append(out, l)
		}
		if g.Foundation > 0 {
			f := l
			f.Count, f.Drawn, f.What = float64(g.Foundation), false, plan.InFoundation(l.What)
			out = append(out, f)
		}
	}
	return out
}

// addLoad puts a need onto the load.
func (t *Trips) addLoad(l TripLoad) {
	i := slices.IndexFunc(t.Load, func(x TripLoad) bool {
		return x.What == l.What && x.Of == l.Of && x.Combs == l.Combs && x.Unit == l.Unit
	})
	if i < 0 {
		t.Load = append(t.Load, l)
		return
	}
	t.Load[i].Count += l.Count
	t.Load[i].SugarKg += l.SugarKg
	t.Load[i].Kg += l.Kg
	if !slices.Contains(t.Load[i].Codes, l.Codes[0]) {
		t.Load[i].Codes = append(t.Load[i].Codes, l.Codes...)
	}
}

// Of a comb by itself, with its wood, L. Derived: 35 mm of a box.
func combLitres(f hive.BoxFormat) float64 {
	return f.OuterLitres() * hive.BroodPitchMM / f.InnerWidthMM
}

// weigh tells what a load weighs and the room that it takes.
func (l *TripLoad) weigh(formats map[string]hive.BoxFormat) {
	switch {
	case l.Box != "":
		f := formats[l.Box]
		l.WeighsKg, l.Litres = l.Count*f.EmptyBoxKg(l.Combs, l.Drawn), l.Count*f.OuterLitres()
	case l.Frame != "":
		for _, f := range formats {
			if f.Frame.Name == l.Frame && f.InnerWidthMM > 0 {
				l.WeighsKg, l.Litres = l.Count*(f.EmptyBoxKg(1, l.Drawn)-f.BoxTareKg), l.Count*combLitres(f)
				break
			}
		}
	case l.Unit == "kg":
		l.WeighsKg = l.Count
	case l.Unit == "L":
		l.Litres, l.WeighsKg = l.Count, l.Kg
	}
}

// storeOf returns the items that a need takes from the store, and what there is of them.
func storeOf(n plan.Need, have map[stock.Item]stock.Line) (out []StoreLine) {
	take := func(kind stock.Kind, of string, amount float64) {
		i := stock.Item{Kind: kind, Of: of}
		l := have[i]
		out = append(out, StoreLine{Item: i, Takes: amount, Has: l.Now, Counted: l.Counted != nil})
	}
	if n.Box != "" {
		take(stock.Box, n.Box, n.Count)
	}
	combs := n.Count * float64(n.Combs)
	switch {
	case combs > 0 && !n.Drawn:
		take(stock.Foundation, n.Frame, combs)
	case combs > 0 && n.Nest:
		take(stock.Dark, n.Frame, combs)
	case combs > 0:
		take(stock.Light, n.Frame, combs)
	}
	if n.SugarKg > 0 {
		take(stock.Sugar, "", n.SugarKg)
	}
	if n.What == plan.ExcluderNeed {
		take(stock.Excluder, "", n.Count)
	}
	return out
}
