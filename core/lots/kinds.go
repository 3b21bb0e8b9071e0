package lots

// own are the kinds that have a body. To add one is a type with its apply, in a file of its own, and a row here.
var own = []struct {
	kind Kind
	make func() Body
}{
	{KindExtracted, func() Body { return new(Extracted) }},
	{KindBlended, func() Body { return new(Blended) }},
	{KindFilled, func() Body { return new(Filled) }},
	{KindLeft, func() Body { return new(Left) }},
	{KindTested, func() Body { return new(Tested) }},
}

// Blank returns an empty body of a kind, nil for one that has none or is not known.
func Blank(k Kind) Body {
	for _, o := range own {
		if o.kind == k {
			return o.make()
		}
	}
	return nil
}
