package outlook

import (
	"fmt"
	"math"
	"strings"

	"gonum.org/v1/gonum/mat"

	"kembo/core/endvalue"
)

// Fit is what samples make of the regressions.
type Fit struct {
	Gain  [endvalue.Gains]float64
	Alive [len(endvalue.Knots)][endvalue.Odds]float64
}

// Terms of the odds whose sign is known.
const byBees, byBrood, byComing, byShort, byFarShort = 1, 2, 4, 7, 8

// ridge keeps terms that samples hardly tell apart from running away. Rounding.
const ridge = 1e-3

// FitTo fits both regressions.
func FitTo(all []Sample) Fit {
	var f Fit
	var rows [][]float64
	var gains []float64
	for _, s := range all {
		if s.InTime {
			x := endvalue.GainOf(s.Ahead, s.Colony)
			rows, gains = append(rows, x[:]), append(gains, s.GainKg)
		}
	}
	copy(f.Gain[:], leastSquares(rows, gains, nil))
	for k, at := range endvalue.Knots {
		rows, worth, weights := [][]float64(nil), []float64(nil), []float64(nil)
		for _, s := range all {
			if w := near(float64(s.Ahead.BeesDay), k, at); w > 0 {
				x := endvalue.OddsOf(s.Ahead, s.Colony)
				rows, worth, weights = append(rows, x[:]), append(worth, s.Spring), append(weights, w)
			}
		}
		beta := logistic(rows, worth, weights)
		// More bees and more brood go with more mites, and themselves do no harm; waiting for a queen and
		// being short do no good.
		for again := true; again; {
			again = false
			for _, r := range [...]struct {
				term int
				sign float64
			}{{byBees, 1}, {byBrood, 1}, {byComing, -1}, {byShort, -1}, {byFarShort, -1}} {
				if beta[r.term]*r.sign < 0 {
					for _, x := range rows {
						x[r.term] = 0
					}
					beta, again = logistic(rows, worth, weights), true
				}
			}
		}
		copy(f.Alive[k][:], beta)
	}
	return f
}

// near weighs a day about a knot: one at it, none at its neighbours.
func near(day float64, k int, at float64) float64 {
	last := len(endvalue.Knots) - 1
	switch {
	case day < at && k == 0, day > at && k == last:
		return 1
	case day < at:
		return max(0, 1-(at-day)/(at-endvalue.Knots[k-1]))
	case k == last:
		return 1
	}
	return max(0, 1-(day-at)/(endvalue.Knots[k+1]-at))
}

// leastSquares solves for the coefficients, each row weighted; nil weighs all alike.
func leastSquares(rows [][]float64, y, weights []float64) []float64 {
	n := len(rows[0])
	a, b := mat.NewSymDense(n, nil), mat.NewVecDense(n, nil)
	for i, x := range rows {
		w := 1.0
		if weights != nil {
			w = weights[i]
		}
		for r := range n {
			b.SetVec(r, b.AtVec(r)+w*x[r]*y[i])
			for c := r; c < n; c++ {
				a.SetSym(r, c, a.At(r, c)+w*x[r]*x[c])
			}
		}
	}
	for i := range n {
		a.SetSym(i, i, a.At(i, i)*(1+ridge)+ridge)
	}
	var solved mat.VecDense
	var chol mat.Cholesky
	if !chol.Factorize(a) || chol.SolveVecTo(&solved, b) != nil {
		return make([]float64, n)
	}
	return solved.RawVector().Data
}

// logistic fits shares by iteratively reweighted least squares (McCullagh and Nelder 1989, from memory).
func logistic(rows [][]float64, y, weights []float64) []float64 {
	beta := make([]float64, len(rows[0]))
	w, z := make([]float64, len(rows)), make([]float64, len(rows))
	const rounds, leastSpread, most = 40, 0.02, 5
	for range rounds {
		for i, x := range rows {
			eta := 0.0
			for k, v := range x {
				eta += v * beta[k]
			}
			eta = min(max(eta, -most), most)
			mu := 1 / (1 + math.Exp(-eta))
			spread := max(mu*(1-mu), leastSpread)
			w[i], z[i] = weights[i]*spread, eta+(y[i]-mu)/spread
		}
		next := leastSquares(rows, z, w)
		for k := range beta { // half the way, so that it does not swing
			beta[k] += (next[k] - beta[k]) / 2
		}
	}
	return beta
}

// Go writes the coefficients as core/endvalue keeps them.
func (f Fit) Go() string {
	var b strings.Builder
	b.WriteString("package endvalue\n\n// Made by go test ./lab/outlook -update; errors stand in docs/calibration.md.\n\n")
	row := func(v []float64, indent string) {
		for i, x := range v {
			if i%7 == 0 {
				b.WriteString(indent)
			}
			fmt.Fprintf(&b, "%.4f,", x)
			if i%7 == 6 || i == len(v)-1 {
				b.WriteString("\n")
			} else {
				b.WriteString(" ")
			}
		}
	}
	b.WriteString("// gain is what each term adds, kg.\nvar gain = [Gains]float64{\n")
	row(f.Gain[:], "\t")
	b.WriteString("}\n\n// alive is what each term adds to the log odds, by knot.\nvar alive = [len(Knots)][Odds]float64{\n")
	for _, v := range f.Alive {
		b.WriteString("\t{\n")
		row(v[:], "\t\t")
		b.WriteString("\t},\n")
	}
	b.WriteString("}\n")
	return b.String()
}
