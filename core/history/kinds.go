package history

import "kembo/core/moves"

// Kind is what an entry is.
type Kind = moves.Kind

// The kinds that are not acts, and those acts that other rooms name.
const (
	KindStack    Kind = "stack"
	KindLook     Kind = "look"
	KindCombs    Kind = "combs"
	KindWeighing Kind = "weighing"
	KindPlaced   Kind = "placed"
	KindMites    Kind = "mites"
	KindInspect  Kind = "inspection"
	KindDeadOut  Kind = "dead_out"
	KindGraft    Kind = "graft"
	KindSample   Kind = "honey_sample"
	KindUndo     Kind = "undo"

	KindFeed      Kind = "feed"
	KindTreatment Kind = "treatment"
)

// body is what was entered, where it is no act: it says itself what is believed
// after it.
type body interface {
	apply(b *walker, e Entry) error
}

// own are the kinds that are no acts. To add one is a type with its apply, in a
// file of its own, and a row here.
var own = []struct {
	kind Kind
	make func() body
}{
	{KindStack, func() body { return new(StackSet) }},
	{KindLook, func() body { return new(Look) }},
	{KindCombs, func() body { return new(Combs) }},
	{KindWeighing, func() body { return new(Weighing) }},
	{KindPlaced, func() body { return new(Placed) }},
	{KindMites, func() body { return new(MiteCount) }},
	{KindInspect, func() body { return new(Inspection) }},
	{KindDeadOut, func() body { return new(DeadOut) }},
	{KindGraft, func() body { return new(Graft) }},
	{KindSample, func() body { return new(HoneySample) }},
}

// Kinds lists every kind that a log may hold.
func Kinds() []Kind {
	var out []Kind
	for _, k := range own {
		out = append(out, k.kind)
	}
	for _, r := range moves.All {
		out = append(out, r.Kind)
	}
	return append(out, KindUndo)
}

// Blank returns an empty entry of a kind and the payload in it, to be read into; an
// undo has none. ok is false for a kind that is not known.
func Blank(kind Kind) (e Entry, payload any, ok bool) {
	e.Kind = kind
	if kind == KindUndo {
		return e, nil, true
	}
	for _, k := range own {
		if k.kind == kind {
			e.Body = k.make()
			return e, e.Body, true
		}
	}
	a, ok := moves.All.New(kind)
	if !ok {
		return e, nil, false
	}
	e.Body = a
	return e, a, true
}
