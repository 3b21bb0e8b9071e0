package season

import "math"

// The curves of the bees' year are those of the British Isles. Elsewhere spring
// comes when it is as warm as there on 1 April, and autumn when it is as cool as
// there on 15 September; the height of the year comes with the warmth that spring has brought.
// Source: common practice, that brood rearing follows warmth and what it brings; the anchors
// are a guess, held by when colonies are at their height (peaks of many climates,
// climates_test.go).
const (
	springAnchor = 91
	midsummer    = 172
	autumnAnchor = 258
	mostShift    = 40   // days either way
	warmthBaseC  = 5    // °C over which warmth counts towards the height of the year
	leastRise    = 55   // days from the anchor of spring to the height of the year, at least
	byWarmth     = 0.45 // share of a late spring by which bees are late: they go by the lengthening day too
	mostLate     = 15   // days that the height comes after the solstice, at most
)

// BeesDays returns, by season day of the calendar, the season day of the curves
// that a colony in c is at.
func (c Climate) BeesDays() [daysMost + 1]int {
	for i, k := range Climates {
		if c == k {
			return tabled[i]
		}
	}
	return c.beesDays()
}

// tabled are the days of the climates of the table, worked out once; they are constants in all
// but name.
var tabled = tabulateClimates()

func tabulateClimates() (out [][daysMost + 1]int) {
	for _, c := range Climates {
		out = append(out, c.beesDays())
	}
	return out
}

// CalendarDay returns the season day of the calendar on which a colony in c is at a day of the
// reference year.
func (c Climate) CalendarDay(bees int) int {
	days := c.BeesDays()
	for d, at := range days {
		if at >= bees {
			return d
		}
	}
	return daysMost
}

func (c Climate) beesDays() (days [daysMost + 1]int) {
	spring, autumn := c.shifts()
	spring, autumn = spring+springAnchor, autumn+autumnAnchor
	at := [...][2]float64{
		{
			0,
			0,
		}, {spring, springAnchor}, {c.midsummerDay(spring), midsummer}, {autumn, autumnAnchor}, {daysMost, daysMost},
	}
	i := 1
	for day := range days {
		d := float64(day)
		for d > at[i][0] {
			i++
		}
		a, b := at[i-1], at[i]
		days[day] = int(math.Round(a[1] + (d-a[0])/(b[0]-a[0])*(b[1]-a[1])))
	}
	return days
}

// midsummerDay returns the season day of the calendar on which c has had the warmth that the
// reference has had by the solstice: where spring is fast, as inland, the height of the bees'
// year comes sooner after it.
func (c Climate) midsummerDay(spring float64) float64 {
	if c == (Climate{}) || c == Climates[0] {
		return midsummer
	}
	want, sum := Climates[0].warmth(midsummer), 0.0
	day := 1
	for ; day < midsummer+mostLate && sum < want; day++ {
		sum += max(0, c.Normal(day)-warmthBaseC)
	}
	return min(max(float64(day), spring+leastRise), midsummer+mostLate)
}

// warmth is the degree-days of usual days over warmthBaseC from the turn of the year to a day.
func (c Climate) warmth(to int) float64 {
	sum := 0.0
	for d := 1; d <= to; d++ {
		sum += max(0, c.Normal(d)-warmthBaseC)
	}
	return sum
}

// shifts returns the days by which spring and autumn come later in c than in the reference.
func (c Climate) shifts() (spring, autumn float64) {
	spring = c.shift(springAnchor, coldestDay, 1)
	if spring > 0 {
		spring *= byWarmth
	}
	return spring, c.shift(autumnAnchor, coldestDay+halfYear+1, -1)
}

// BeesDay returns the season day of the curves that a colony in c is at on a season
// day of the calendar.
func (c Climate) BeesDay(calendar int) int { return c.BeesDays()[min(max(calendar, 0), daysMost)] }

// shift returns the days by which c passes, after a turning point of the year,
// the warmth of an anchor day of the reference later than that.
func (c Climate) shift(anchor, from int, rising float64) float64 {
	if c == (Climate{}) {
		return 0 // no climate is given: the reference
	}
	want := Climates[0].Normal(anchor)
	for d := from; d < from+halfYear+1; d++ {
		if rising*(c.Normal(d)-want) >= 0 {
			return min(max(float64(d-anchor), -mostShift), mostShift)
		}
	}
	return mostShift // never so warm, or never so cool
}
