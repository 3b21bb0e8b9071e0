package hive

// What the outside of a box measures beyond the combs in it, mm: its walls, the lugs and the bee space. Derived from Langstroth ware
// of 19 mm pine, 508 by 413 mm outside for combs of 429 mm and 375 mm across, 244 mm high for combs of 203. Polystyrene is wider.
const (
	wallsMM = 38.0
	lugsMM  = 79.0
	spaceMM = 41.0
)

// OuterLitres is the room that a box takes on a truck.
func (f BoxFormat) OuterLitres() float64 {
	const mm3 = 1e6
	high := f.Frame.HeightMM + f.FreeBelowMM + spaceMM
	return (f.InnerWidthMM + wallsMM) * (f.Frame.LengthMM + lugsMM) * high / mm3
}

// EmptyBoxKg is the mass of a box with so many combs and nothing in them.
func (f BoxFormat) EmptyBoxKg(combs int, drawn bool) float64 {
	each := f.FrameWoodKg
	if drawn {
		each += f.DrawnWaxKg
	}
	return f.BoxTareKg + float64(combs)*each
}
