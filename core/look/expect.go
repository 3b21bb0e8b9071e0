package look

import (
	"math"

	"kembo/core/hive"
)

// ExpectedSeams returns the seams of bees that a count from above should find in
// each box, to half a seam, if there are so many bees: as they were spread at the
// last count, given by box, or less than 0 for a box that was not counted; and
// where no box was, the nest first and then the supers, the lowest first.
func ExpectedSeams(s hive.Stack, bees float64, last []float64) []float64 {
	out := make([]float64, len(s.Boxes))
	covered := 0.0
	for i, n := range last {
		if i < len(s.Boxes) && n > 0 {
			covered += n * s.Boxes[i].Format.Frame.BeesAtFullCover()
		}
	}
	if covered > 0 {
		for i := range out {
			if i < len(last) && last[i] > 0 {
				out[i] = halfSeam(last[i]*bees/covered, s.Boxes[i])
			}
		}
		return out
	}
	nest := 0.0
	for _, b := range s.Boxes {
		if !b.Super {
			nest += float64(len(b.Frames)) * b.Format.Frame.BeesAtFullCover()
		}
	}
	left := bees
	for i, b := range s.Boxes {
		if !b.Super && nest > 0 {
			out[i] = halfSeam(float64(len(b.Frames))*min(1, bees/nest), b)
			left -= out[i] * b.Format.Frame.BeesAtFullCover()
		}
	}
	for i, b := range s.Boxes {
		if b.Super {
			out[i] = halfSeam(left/b.Format.Frame.BeesAtFullCover(), b)
			left -= out[i] * b.Format.Frame.BeesAtFullCover()
		}
	}
	return out
}

func halfSeam(n float64, b hive.Box) float64 {
	return min(math.Round(2*max(0, n))/2, float64(len(b.Frames)-1))
}
