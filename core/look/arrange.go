package look

import (
	"math"

	"kembo/core/brood"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/season"
)

// layCounts spreads counts over the faces of b as bees usually place them, so
// that sums are as counted and the drawing is plausible. Which face holds what
// is presumed.
func layCounts(b *hive.Box, c Counts, q colony.QueenEvidence, seasonDay int) {
	c = c.filled()
	known := c.Brood + c.Honey + c.Nectar + c.Pollen + c.Empty + c.Undrawn + c.Drone
	// What was not counted of the box is empty drawn comb.
	eggs, larvae, capped := Stages(q, seasonDay)
	t := Totals{}
	t[comb.Honey], t[comb.Nectar], t[comb.Pollen] = 2*c.Honey, 2*c.Nectar, 2*c.Pollen
	t[comb.Eggs], t[comb.Larvae], t[comb.Brood] = 2*c.Brood*eggs, 2*c.Brood*larvae, 2*c.Brood*capped
	t[comb.Empty] = 2*c.Empty + 2*max(0, float64(len(b.Frames))-known)
	t[comb.Foundation], t[comb.Drone] = 2*c.Undrawn, 2*c.Drone
	Arrange(b, t)
}

// filled returns c with its combs of brood as frames that each thing would fill. What brood leaves of
// a comb is an arc of honey above it, pollen between them, and cells that wait for the queen.
func (c Counts) filled() Counts {
	if c.BroodCover <= 0 || c.BroodCover >= 1 {
		return c
	}
	rim := c.Brood * (1 - c.BroodCover)
	c.Brood *= c.BroodCover
	c.Honey += rimHoney * rim
	c.Pollen += rimPollen * rim
	c.Empty += (1 - rimHoney - rimPollen) * rim
	return c
}

// What is on a comb of brood beside it. Source: common practice; shares are guesses.
const rimHoney, rimPollen = 0.35, 0.2

// Stages returns how brood counted without its stages is split into eggs,
// larvae and capped brood. In a steady nest they stand as 3 : 6 : 12; while the
// queen lays more each week the young are more, in late summer fewer. With no
// eggs seen the young are missing, with nothing capped the old.
func Stages(q colony.QueenEvidence, seasonDay int) (eggs, larvae, capped float64) {
	part := func(from, days int) float64 {
		return float64(
			days,
		) * (0.02 + season.Laying(seasonDay, from, from+days-1)) // a little where the season says none
	}
	eggs, larvae, capped = part(
		0,
		brood.EggDays,
	), part(
		brood.EggDays,
		brood.LarvaDays,
	), part(
		brood.EggDays+brood.LarvaDays,
		brood.CappedDays,
	)
	if q.Looked && !q.Eggs && !q.EggsUnlooked {
		eggs = 0
		if !q.Larvae && !q.LarvaeUnlooked {
			larvae = 0
		}
	}
	if q.Looked && !q.Capped && !q.CappedUnlooked && (q.Eggs || q.Larvae) {
		capped = 0 // a queen who has just begun
	}
	sum := eggs + larvae + capped
	if sum <= 0 {
		return 0, 0, 1
	}
	return eggs / sum, larvae / sum, capped / sum
}

// Totals are what a box holds, in faces by content.
type Totals [comb.Contents]float64

// Arrange lays totals out over the faces of b: brood round the middle, pollen
// at its edge, honey outside and above, foundation at the walls. It keeps each
// total (as far as the faces hold them) and fills every face.
func Arrange(b *hive.Box, t Totals) {
	n := 2 * len(b.Frames)
	if n == 0 {
		return
	}
	faces := make([]comb.Shares, n)
	room := make([]float64, n)
	for i := range room {
		room[i] = 1
	}
	mid := float64(n-1) / 2
	dist := func(i int) float64 { return math.Abs(float64(i)-mid) / (mid + 0.5) }

	put := func(c comb.Content, amount float64, most float64, weight func(i int) float64) {
		fill(faces, room, c, amount, most, weight)
	}
	put(comb.Foundation, t[comb.Foundation], 1, func(i int) float64 { return math.Pow(dist(i-i%2), 24) + 1e-9 })

	brood := t[comb.Eggs] + t[comb.Larvae] + t[comb.Brood] + t[comb.Drone]
	drawn := float64(n) - t[comb.Foundation]
	radius := 1.0
	if drawn > 0 {
		radius = min(1.02, 0.22+1.05*brood/drawn)
	}
	nest := func(i int) float64 {
		d := dist(i) / radius
		if b.Super {
			return 1
		}
		return max(0, 1-d*d*d) + 1e-6
	}
	total := make([]comb.Shares, n)
	nestRoom := append([]float64(nil), room...)
	fill(total, nestRoom, comb.Brood, brood, 0.93, nest)
	// Split the nest by stage: rings of one laying, so stages alternate.
	left := make([]float64, n)
	for i := range left {
		left[i] = min(total[i][comb.Brood], room[i])
	}
	wave := func(shift float64) func(int) float64 {
		return func(i int) float64 {
			return (1.05 + math.Sin(2*math.Pi*(float64(i)/5.3+shift))) * max(left[i], 0)
		}
	}
	split := func(c comb.Content, amount float64, w func(int) float64) {
		before := append([]float64(nil), left...)
		fill(faces, left, c, amount, 1, w)
		for i := range room {
			room[i] -= before[i] - left[i]
		}
	}
	split(comb.Drone, t[comb.Drone], func(i int) float64 { return math.Pow(dist(i), 3) * max(left[i], 0) })
	split(comb.Eggs, t[comb.Eggs], wave(0))
	split(comb.Larvae, t[comb.Larvae], wave(0.4))
	split(comb.Brood, t[comb.Brood], func(i int) float64 { return max(left[i], 0) })

	put(comb.Pollen, t[comb.Pollen], 0.6, func(i int) float64 {
		return math.Exp(-8*math.Abs(dist(i)-min(radius, 0.95))) + 0.05
	})
	if b.Super {
		put(comb.Honey, t[comb.Honey], 1, func(i int) float64 { return 1.15 - 0.55*dist(i)*dist(i) })
		put(comb.Nectar, t[comb.Nectar], 1, func(i int) float64 { return 1 })
	} else {
		put(comb.Honey, t[comb.Honey], 1, func(i int) float64 { return 0.12 + dist(i)*dist(i) })
		put(comb.Nectar, t[comb.Nectar], 1, func(i int) float64 { return 0.4 + dist(i) })
	}
	for i := range faces {
		faces[i][comb.Empty] += max(0, room[i])
	}
	for i := range b.Frames {
		b.Frames[i].A, b.Frames[i].B = faces[2*i], faces[2*i+1]
	}
}

// fill pours amount of c over faces in proportion to weight, at most most of
// any face and never more than its room, spilling over to the others.
func fill(faces []comb.Shares, room []float64, c comb.Content, amount, most float64, weight func(i int) float64) {
	for range 12 {
		if amount < 1e-9 {
			return
		}
		sum := 0.0
		for i := range faces {
			if min(room[i], most-faces[i][c]) > 1e-9 {
				sum += weight(i)
			}
		}
		if sum <= 0 {
			break
		}
		poured := 0.0
		for i := range faces {
			can := min(room[i], most-faces[i][c])
			if can <= 1e-9 {
				continue
			}
			d := min(can, amount*weight(i)/sum)
			faces[i][c] += d
			room[i] -= d
			poured += d
		}
		amount -= poured
		if poured < 1e-9 {
			break
		}
	}
	// What the wished-for share could not take goes wherever there is room.
	for i := range faces {
		d := min(amount, max(0, room[i]))
		faces[i][c] += d
		room[i] -= d
		amount -= d
	}
}

// Quantise rounds the shares of a face to eighths that sum to eight, the
// largest remainders first: what a keeper who sees s would paint.
func Quantise(s comb.Shares) comb.Face {
	var f comb.Face
	var rest [comb.Contents]float64
	sum := 0
	for i, v := range s {
		k := math.Floor(v*8 + 1e-9)
		f[i] = uint8(k)
		rest[i] = v*8 - k
		sum += int(k)
	}
	for ; sum < 8; sum++ {
		best := 0
		for i := range rest {
			if rest[i] > rest[best] {
				best = i
			}
		}
		f[best]++
		rest[best] -= 1
	}
	return f
}
