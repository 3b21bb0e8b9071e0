package comb

// WorkerCellMM is the width of a worker cell across its flats.
// Source: common practice, 5.2 to 5.45 mm on usual foundation (values A1).
const WorkerCellMM = 5.4

// DroneCellMM is the width of a drone cell across its flats.
// Source: common practice, 6.4 to 6.9 mm (values A1).
const DroneCellMM = 6.9

// hexagon is sqrt(3)/2: the area of a hexagon in squares of its width.
const hexagon = 0.8660254

// WorkerCellsPerDm2 is the number of worker cells in a dm2 of one face, by
// geometry from WorkerCellMM.
const WorkerCellsPerDm2 = 10000 / (hexagon * WorkerCellMM * WorkerCellMM)

// DroneCellsPerDm2 is the number of drone cells in a dm2 of one face.
const DroneCellsPerDm2 = 10000 / (hexagon * DroneCellMM * DroneCellMM)

// BeesPerDm2 is the number of bees that cover a dm2 of one face fully.
// Source: derived from 2,430 bees on both sides of a deep comb (Burgett and
// Burikam 1985, J. Econ. Entomol. 78:1154-1156, from memory). The Liebefeld
// method uses 125; the two are not mixed.
const BeesPerDm2 = 138

// HoneyDensityKgPerL is the density of honey with 18 % water at 20 degrees C.
// Source: White's table in Crane 1975, from memory.
const HoneyDensityKgPerL = 1.4146

// Comb lost to midrib and cappings, and the share of the rest that is honey
// and not wax. Source: assumed (values A2), chosen with the handbook weight of
// a deep comb in view, so that weight is not a check on them.
const (
	midribMM  = 1.0
	cappingMM = 1.0 // capping and the gap under it, each side
	packing   = 0.95
)

// FrameFormat is the inside of a frame, where comb can be.
type FrameFormat struct {
	Name     string
	LengthMM float64
	HeightMM float64
}

// AreaDm2 returns the area of one face in dm2.
func (f FrameFormat) AreaDm2() float64 { return f.LengthMM * f.HeightMM / 10000 }

// WorkerCells returns the worker cells on one face.
func (f FrameFormat) WorkerCells() float64 { return f.AreaDm2() * WorkerCellsPerDm2 }

// BeesAtFullCover returns the bees on both faces of a comb that is covered.
func (f FrameFormat) BeesAtFullCover() float64 { return 2 * f.AreaDm2() * BeesPerDm2 }

// HoneyKg returns the net honey on one face of a comb of the given thickness
// when it is stored and capped all over. A comb of 3 mm or less holds none.
func (f FrameFormat) HoneyKg(thicknessMM float64) float64 {
	depthDm := max(0, thicknessMM-midribMM-2*cappingMM) / 100 / 2
	return f.AreaDm2() * depthDm * packing * HoneyDensityKgPerL
}

// ThicknessFor returns the comb thickness in mm that kg of honey on both faces
// of one comb would need; it is the check on a claim that is too good.
func (f FrameFormat) ThicknessFor(kg float64) float64 {
	return kg/(f.AreaDm2()*packing*HoneyDensityKgPerL)*100 + midribMM + 2*cappingMM
}
