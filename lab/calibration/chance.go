package calibration

// ChanceLine scores what was said of something that may come: of the forecasts
// that told a chance from From to under To, what they told in the mean and what
// chance the truths had, or how many it came to.
type ChanceLine struct {
	From, To   float64
	Forecasts  int
	Told, Were float64
}

// ChanceScore is the score of a world: its lines, and the Brier score of the
// forecasts beside that of telling all the same share.
type ChanceScore struct {
	Of              string
	Days, Forecasts int
	Brier, Same     float64
	Lines           []ChanceLine
}

// ChanceBounds are the chances by which forecasts are told apart: near the risks
// at which Kembo speaks.
var ChanceBounds = [...]float64{0, 0.02, 0.05, 0.1, 0.2, 0.35, 0.6, 1}

// chanceSums gathers forecasts. Where a truth has a chance of its own, known
// exactly, nothing is drawn and nothing of the score is luck.
type chanceSums struct {
	n          [len(ChanceBounds) - 1]int
	told, were [len(ChanceBounds) - 1]float64
	brier      float64
}

func (s *chanceSums) score(told, was float64) {
	k := 0
	for k < len(s.n)-1 && told >= ChanceBounds[k+1] {
		k++
	}
	s.n[k]++
	s.told[k] += told
	s.were[k] += was
	s.brier += (told-was)*(told-was) + was*(1-was)
}

func (s *chanceSums) add(o *chanceSums) {
	for k := range s.n {
		s.n[k] += o.n[k]
		s.told[k] += o.told[k]
		s.were[k] += o.were[k]
	}
	s.brier += o.brier
}

func (s *chanceSums) result(of string, days int) ChanceScore {
	out := ChanceScore{Of: of, Days: days}
	share := 0.0
	for k, n := range s.n {
		out.Forecasts += n
		share += s.were[k]
		if n > 0 {
			out.Lines = append(
				out.Lines,
				ChanceLine{ChanceBounds[k], ChanceBounds[k+1], n, s.told[k] / float64(n), s.were[k] / float64(n)},
			)
		}
	}
	if out.Forecasts > 0 {
		share /= float64(out.Forecasts)
		out.Brier, out.Same = s.brier/float64(out.Forecasts), share*(1-share)
	}
	return out
}

// chanceDays are the days ahead by which the chance is scored that a runway has
// ended: the next visit, and a late one.
var chanceDays = [...]int{8, 14}

// Chances returns the scores of what was said of runways ending by a visit. Those
// that were said to be over already are left out; of them it is easily said.
func (t *Tally) Chances() []ChanceScore {
	var out []ChanceScore
	for k := range t.ends {
		for d := range chanceDays {
			out = append(out, t.ends[k][d].result("the end of "+runwayNames[k], chanceDays[d]))
		}
	}
	return out
}

var runwayNames = [...]string{"food", "room to lay", "room to store"}
