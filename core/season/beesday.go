package season

import "math"

// The curves of the bees' year are those of the British Isles. Elsewhere spring
// comes when it is as warm as there on 1 April, and autumn when it is as cool as
// there on 15 September. Source: common practice, that brood rearing follows
// warmth and what it brings; the anchors are a guess.
const (
	springAnchor = 91
	midsummer    = 172
	autumnAnchor = 258
	mostShift    = 40 // days either way
)

// BeesDays returns, by season day of the calendar, the season day of the curves
// that a colony in c is at.
func (c Climate) BeesDays() (days [367]int) {
	spring := springAnchor + c.shift(springAnchor, coldestDay, 1)
	autumn := autumnAnchor + c.shift(autumnAnchor, coldestDay+halfYear+1, -1)
	at := [...][2]float64{
		{0, 0}, {spring, springAnchor}, {midsummer, midsummer}, {autumn, autumnAnchor}, {daysMost, daysMost},
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
