package station

import (
	"math"
	"math/rand/v2"
	"slices"
	"time"

	"kembo/core/day"
	"kembo/core/ledger"
	"kembo/core/season"
)

// Played is a season of a hive on a scale, invented: what the scale reads hour by hour, and what was true behind it. The same seed
// plays the same.
type Played struct {
	Climate season.Climate
	From    day.Day
	Days    int
	Seed    uint64
}

// Sending is what a device sends at once: readings, in the order in which they leave it, and the weather as it is foretold that day.
type Sending struct {
	At       time.Time // by a clock that is right
	Readings []ledger.Reading
	Weather  []season.Weather
}

// What is played beside honey. Source: common practice; sizes are guesses.
const (
	playedKg     = 38.0 // the hive on the first day
	noiseKg      = 0.03
	outKg        = 0.5 // bees that are out by day in fine weather
	rainOnLidKg  = 0.1 // a mm
	rainMostKg   = 2.8
	driesAnHour  = 0.94 // of it stays, by day
	foretoldDays = 10
	strongDayKg  = 3.0
)

// True is something that truly happened in a played season.
type True struct {
	Day  day.Day
	What ledger.What
	Kg   float64
}

// flow is how much of a strong day's nectar a day of the bees' year brings.
func flow(d int) float64 {
	hill := func(mid, wide float64) float64 { x := (float64(d) - mid) / wide; return math.Exp(-x * x) }
	return 0.75*hill(130, 14) + 0.35*hill(160, 9) + hill(186, 13)
}

// Sendings plays the season: one sending an hour, with what goes wrong in one: it is sent twice, late with the next, out of order, or
// with an absurd reading; the battery is flat for a day, and once the clock is not set.
func (p Played) Sendings() []Sending {
	all, _ := p.play()
	return all
}

// Truth returns what truly happened beside honey, by day, and the rain of each day, mm.
func (p Played) Truth() (all []True, rain map[day.Day]float64) {
	_, all = p.play()
	rain = map[day.Day]float64{}
	for _, w := range p.weather() {
		rain[w.Day] = w.RainMM
	}
	return all, rain
}

func (p Played) play() ([]Sending, []True) {
	r := rand.New(rand.NewPCG(p.Seed, 1))
	weather := p.weather()
	half := p.Climate.Half(season.North)
	swarms, robbed := 120+r.IntN(60), 200+r.IntN(20)
	flat, unset := r.IntN(max(1, p.Days)), r.IntN(max(1, p.Days))
	kg, wet := playedKg, 0.0
	var out []Sending
	var truth []True
	var held []ledger.Reading // that could not leave
	for i := range p.Days {
		d := p.From + day.Day(i)
		sd := season.DayOf(d, half)
		w := weather[i]
		gain := strongDayKg*flow(sd)*flies(w) - 0.25
		jump, hour := 0.0, 11+r.IntN(5)
		happens := func(what ledger.What, kg float64) { truth = append(truth, True{d, what, kg}) }
		switch size := r.Float64(); {
		case sd == swarms:
			jump = -(1.2 + 1.8*size)
			happens(ledger.SwarmLeft, jump)
		case sd >= robbed && sd < robbed+3 && w.RainMM < 2:
			gain = -(1.0 + 1.2*size) - 0.25
			happens(ledger.Robbed, gain)
		case i%21 == 10 && flow(sd+7) > 0.3:
			jump = 4 + 5*size
			happens(ledger.PutOn, jump)
		case sd == 200:
			jump = -(10 + 8*size)
			happens(ledger.TakenOff, jump)
		}
		rained := min(rainMostKg, rainOnLidKg*w.RainMM)
		if w.RainMM >= 2 {
			happens(ledger.RainIn, rained)
		}
		wets := r.IntN(24)
		for h := range 24 {
			at := d.Time().Add(time.Duration(h) * time.Hour)
			if h == wets {
				wet = min(rainMostKg, wet+rained)
			}
			if h >= 8 && h < 20 && w.RainMM < 2 {
				wet *= driesAnHour
			}
			if h >= 9 && h < 18 {
				kg += gain / 9
			}
			if h == hour {
				kg += jump
			}
			away := 0.0
			if h >= 10 && h < 18 {
				away = outKg * flies(w)
			}
			read := ledger.Reading{At: at, Kg: math.Round(100*(kg+wet-away+noiseKg*r.NormFloat64())) / 100}
			if i == unset && h < 6 {
				read.At = time.Unix(int64(h)*3600, 0)
			}
			held = append(held, read)
			if i == flat || r.IntN(10) == 0 {
				continue // it leaves with the next
			}
			s := Sending{At: at, Readings: slices.Clone(held)}
			held = held[:0]
			switch r.IntN(12) {
			case 0: // twice
				s.Readings = append(s.Readings, s.Readings...)
			case 1: // out of order
				r.Shuffle(len(s.Readings), func(a, b int) { s.Readings[a], s.Readings[b] = s.Readings[b], s.Readings[a] })
			case 2: // a short circuit
				s.Readings = append(s.Readings, ledger.Reading{At: at.Add(-30 * time.Minute), Kg: 6553.5})
			}
			if h == 5 {
				s.Weather = p.foretold(weather, i)
			}
			out = append(out, s)
		}
	}
	if len(held) > 0 {
		out = append(out, Sending{At: (p.From + day.Day(p.Days)).Time(), Readings: held})
	}
	return out, truth
}

// flies is the share of a day on which bees fly. Source: common practice.
func flies(w season.Weather) float64 {
	if w.RainMM > 5 {
		return 0.15
	}
	return min(1, max(0, (w.MaxC-11)/7))
}

// weather plays the days and those that are foretold after them: what is usual, with spells that last some days, and rain.
func (p Played) weather() []season.Weather {
	r := rand.New(rand.NewPCG(p.Seed, 2))
	half := p.Climate.Half(season.North)
	spell := 0.0
	var out []season.Weather
	for i := range p.Days + foretoldDays {
		d := p.From + day.Day(i)
		w := p.Climate.Usual(d, season.DayOf(d, half))
		spell = 0.75*spell + 2*r.NormFloat64()
		w.Day, w.MinC, w.MaxC, w.RainMM = d, w.MinC+0.6*spell, w.MaxC+spell, 0
		if r.Float64() < 0.35-0.04*spell {
			w.RainMM = math.Round(10*-4*math.Log(1-r.Float64())) / 10
		}
		w.WindMS, w.SunH = nil, nil
		out = append(out, w)
	}
	return out
}

// foretold is the weather of ten days as it is foretold on one: the farther, the less sure.
func (p Played) foretold(truth []season.Weather, from int) []season.Weather {
	var out []season.Weather
	for lead := range foretoldDays {
		i := from + lead
		r := rand.New(rand.NewPCG(p.Seed, uint64(1000*from+lead)+7))
		w := truth[i]
		off := (0.3 + 0.35*float64(lead)) * r.NormFloat64()
		w.MinC, w.MaxC = math.Round(10*(w.MinC+0.6*off))/10, math.Round(10*(w.MaxC+off))/10
		w.MaxC = max(w.MaxC, w.MinC)
		if r.Float64() < 0.04*float64(lead) { // rain comes, or does not, where the other was told
			w.RainMM = map[bool]float64{true: 3, false: 0}[w.RainMM == 0]
		}
		out = append(out, w)
	}
	return out
}
