package measure

import (
	"math"
	"slices"
)

// Middle returns the median of a sample with its 80 % range, as [Quantile] gives them of it in order.
// The sample must hold no NaN and stays as it is.
//
// It is not sorted. Of some hundred numbers six are asked for: each falls into one of many equal bins
// between the least and the greatest, and only the bins in which the six lie are put in order. That
// asks of no number whether it is more than another, which is what sorting and selecting spend their
// time on.
func Middle(sample []float64) Range {
	n := len(sample)
	if n < few || n > many {
		return sorted(sample)
	}
	least, most := sample[0], sample[0]
	for _, v := range sample {
		if v < least {
			least = v
		} else if v > most {
			most = v
		}
	}
	if least == most {
		return Range{least, least, least}
	}
	scale := (bins - 1) / (most - least)
	if math.IsNaN(scale) || math.IsInf(scale, 0) || scale == 0 {
		return sorted(sample)
	}
	var in [many]uint8
	var count [bins]uint16
	for i, v := range sample {
		b := uint8((v - least) * scale)
		in[i] = b
		count[b]++
	}
	r := ranksOf(n, &count)
	if r.all > few*few {
		return sorted(sample)
	}
	var kept [few * few]float64
	k := 0
	for i, b := range in[:n] {
		if r.asked[b] {
			kept[k] = sample[i]
			k++
		}
	}
	inOrder(kept[:k])
	at := func(p float64, i int) float64 {
		pair := [2]float64{kept[r.at[i]], kept[r.at[i+1]]}
		return Quantile(pair[:], p*float64(n-1)-math.Floor(p*float64(n-1)))
	}
	return Range{at(Low80, 0), at(Median, 2), at(High80, 4)}
}

// Bins of a sample; few is how many numbers are sorted, since binning gains nothing on fewer, and many
// the most that are binned. Rounding.
const (
	bins = 256
	few  = 16
	many = 1024
)

// ranks says where the numbers that three quantiles are made of lie.
type ranks struct {
	asked [bins]bool // the bins in which they lie
	all   int        // numbers in these bins
	at    [6]int     // of each, its place among those in order
}

// ranksOf finds them from how many numbers lie in each bin.
func ranksOf(n int, count *[bins]uint16) (r ranks) {
	var rank [6]int
	for i, p := range [...]float64{Low80, Median, High80} {
		rank[2*i] = int(p * float64(n-1))
		rank[2*i+1] = min(rank[2*i]+1, n-1)
	}
	b, before := 0, 0 // numbers in the bins before b
	for i, k := range rank {
		for before+int(count[b]) <= k {
			before += int(count[b])
			b++
		}
		if !r.asked[b] {
			r.asked[b] = true
			r.all += int(count[b])
		}
		r.at[i] = r.all - int(count[b]) + k - before
	}
	return r
}

// inOrder sorts a few numbers.
func inOrder(v []float64) {
	for i := 1; i < len(v); i++ {
		for j := i; j > 0 && v[j] < v[j-1]; j-- {
			v[j], v[j-1] = v[j-1], v[j]
		}
	}
}

func sorted(sample []float64) Range {
	v := slices.Clone(sample)
	slices.Sort(v)
	return Range{Quantile(v, Low80), Quantile(v, Median), Quantile(v, High80)}
}
