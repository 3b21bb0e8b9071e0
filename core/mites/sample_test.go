package mites_test

import (
	"errors"
	"math"
	"testing"

	"gonum.org/v1/gonum/mathext"
	"gonum.org/v1/gonum/stat/distuv"

	"kembo/core/mites"
)

// TestTailgate: a count of 24 on 300 is 8 %, whatever was said. Intervals from
// values F (Clopper and Pearson, computed there), to the last digit.
func TestTailgate(t *testing.T) {
	tests := []struct {
		mites, bees int
		p, low, hi  float64
	}{
		{24, 300, 8.00, 5.19, 11.67}, {15, 300, 5.00, 2.83, 8.11}, {24, 400, 6.00, 3.88, 8.80},
		{9, 300, 3.00, 1.38, 5.62}, {3, 300, 1.00, 0.21, 2.89}, {0, 300, 0, 0, 1.22},
	}
	for _, tt := range tests {
		r, err := mites.Of(tt.mites, tt.bees)
		if err != nil || math.Abs(r.Percent-tt.p) > 0.005 || math.Abs(r.Low95-tt.low) > 0.0051 ||
			math.Abs(r.High95-tt.hi) > 0.0051 {
			t.Errorf(
				"%d on %d: %.2f (%.2f to %.2f), %v; want %.2f (%.2f to %.2f)", tt.mites, tt.bees, r.Percent, r.Low95,
				r.High95, err, tt.p, tt.low, tt.hi,
			)
		}
	}
}

// TestIntervalAgainstGonum: the ends are quantiles of beta distributions.
// Reference: gonum v0.17.0, mathext.InvRegIncBeta.
func TestIntervalAgainstGonum(t *testing.T) {
	for _, bees := range []int{1, 7, 100, 300, 1000, 5000} {
		for _, count := range []int{0, 1, 2, bees / 50, bees / 10, bees / 2, bees - 1, bees} {
			if count < 0 || count > bees {
				continue
			}
			r, err := mites.Of(count, bees)
			if err != nil {
				t.Fatal(err)
			}
			k, n := float64(count), float64(bees)
			low, high := 0.0, 100.0
			if count > 0 {
				low = 100 * mathext.InvRegIncBeta(k, n-k+1, 0.025)
			}
			if count < bees {
				high = 100 * mathext.InvRegIncBeta(k+1, n-k, 0.975)
			}
			if math.Abs(r.Low95-low) > 1e-6 || math.Abs(r.High95-high) > 1e-6 {
				t.Errorf("%d on %d: %.8f to %.8f, gonum has %.8f to %.8f", count, bees, r.Low95, r.High95, low, high)
			}
			if !(r.Low95 <= r.Percent && r.Percent <= r.High95) {
				t.Errorf("%d on %d: %.3f is outside %.3f to %.3f", count, bees, r.Percent, r.Low95, r.High95)
			}
		}
	}
}

// TestBeesToTell holds the promise of the answer against gonum's binomial.
func TestBeesToTell(t *testing.T) {
	for _, tt := range []struct{ low, high float64 }{{2, 3}, {1, 3}, {3, 6}, {2, 2.5}} {
		n, err := mites.BeesToTell(tt.low, tt.high)
		if err != nil {
			t.Fatal(err)
		}
		// Normal approximation, one-sided 5 %, power 80 %. Whole mites make the
		// exact answer larger, by up to half where few are counted.
		p0, p1 := tt.low/100, tt.high/100
		want := math.Pow((1.6449*math.Sqrt(p0*(1-p0))+0.8416*math.Sqrt(p1*(1-p1)))/(p1-p0), 2)
		if r := float64(n) / want; r < 0.9 || r > 1.5 {
			t.Errorf("%g from %g %%: %d bees, the approximation says %.0f", tt.high, tt.low, n, want)
		}
		b0, b1 := distuv.Binomial{N: float64(n), P: p0}, distuv.Binomial{N: float64(n), P: p1}
		c := 0.0
		for b0.Survival(c-1) > 0.05 {
			c++
		}
		if power := b1.Survival(c - 1); power < 0.8 {
			t.Errorf("%d bees: found only %.3f of the time (gonum)", n, power)
		}
	}
	two, _ := mites.BeesToTell(2, 3)
	t.Logf("to tell 3 %% from 2 %% takes %d bees", two)
	if two < 1000 {
		t.Error("300 bees would do to tell 2 from 3 %, which they do not")
	}
}

func TestRefusals(t *testing.T) {
	if _, err := mites.Of(1, 0); !errors.Is(err, mites.ErrBees) {
		t.Errorf("no bees: %v", err)
	}
	if _, err := mites.Of(301, 300); !errors.Is(err, mites.ErrMites) {
		t.Errorf("more mites than bees: %v", err)
	}
	if _, err := mites.BeesToTell(3, 2); !errors.Is(err, mites.ErrTell) {
		t.Errorf("3 from 2: %v", err)
	}
}

// FuzzOf: low <= rate <= high, and one more mite never lowers any of them.
func FuzzOf(f *testing.F) {
	f.Add(uint16(24), uint16(300))
	f.Fuzz(func(t *testing.T, count, bees uint16) {
		n := int(bees)%1000 + 1
		k := int(count) % n
		a, err := mites.Of(k, n)
		b, err2 := mites.Of(k+1, n)
		if err != nil || err2 != nil {
			t.Fatal(err, err2)
		}
		if !(0 <= a.Low95 && a.Low95 <= a.Percent && a.Percent <= a.High95 && a.High95 <= 100) {
			t.Errorf("%d on %d: %+v", k, n, a)
		}
		if b.Low95 < a.Low95 || b.High95 < a.High95 {
			t.Errorf("%d on %d: one more mite lowers %+v to %+v", k, n, a, b)
		}
	})
}
