package forecast

// The reserve is what a colony must never be without: what it eats until it has flown for some
// good days again, and a little that nobody finds. It goes by bees, brood and the weather to come: a
// nuc needs less than a strong colony, and April more than July.

// Of the reserve. Source: common practice has about 5 kg for a strong colony in season and more
// towards spring; the parts are guesses that bring it there.
const (
	refillHours  = 45.0 // of flight, after which a colony feeds itself again
	refillMost   = 45   // days that are waited for them at most
	notFoundKg   = 1.0
	reserveLeast = 2.0 // kg
	reserveMost  = 12.0
	reserveOf    = 80 // members that tell it
)

// Reserves returns the usual reserve of the colony on each day of the horizon, in kg: in the mean of
// some members. One that goes hungry says nothing from then on of what it needs.
func (y *Ready) Reserves() []float64 {
	in := &y.in
	p := in.Parameters
	sum, n := make([]float64, in.Horizon+1), make([]float64, in.Horizon+1)
	eaten, flown := make([]float64, in.Horizon+1), make([]float64, in.Horizon+1)
	for m := range min(reserveOf, len(y.x.States)) {
		s := y.x.States[m]
		from, days := s.Ledger.Eaten, in.Horizon
		cond := in.Yard.at(m)[y.first:]
		for i := range in.Horizon {
			if s.Step(&p, &cond[i]).Hungry {
				days = i
				break
			}
			eaten[i+1], flown[i+1] = s.Ledger.Eaten-from, flown[i]+cond[i].FlightHours
		}
		needs(eaten[:days+1], flown[:days+1], sum, n)
	}
	last := 0.0
	for i := range sum {
		if n[i] >= reserveOf/2 {
			last = sum[i]/n[i] + notFoundKg
		}
		if last == 0 {
			last = ReserveSeasonKg
		}
		sum[i] = min(max(last, reserveLeast), reserveMost)
	}
	return sum
}

// needs adds, for each day, what is eaten from it until so many hours have been flown since; eaten
// and flown are summed up by day. Days from which that is not seen are left out.
func needs(eaten, flown, sum, n []float64) {
	to := 0
	for i := range eaten {
		for to < len(eaten) && flown[to]-flown[i] < refillHours && to-i < refillMost {
			to++
		}
		if to == len(eaten) {
			return
		}
		sum[i] += eaten[to] - eaten[i]
		n[i]++
	}
}
