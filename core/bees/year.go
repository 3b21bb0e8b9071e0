package bees

import (
	"math"

	"kembo/core/season"
)

// timeOfYear is what a season day alone does to a colony, whatever the weather.
type timeOfYear struct {
	laying float64 // share of her peak that the queen lays
	winter float64 // share of the emerging bees that become long-lived
	swarm  float64 // share of the swarming urge
	drones bool    // they are reared
	out    bool    // and thrown out
	spends bool    // winter bees take to the field
	mates  bool    // virgins find drones
}

// year is timeOfYear by season day, made once; it is a constant in all but name.
var year = yearOf()

func yearOf() (out [368]timeOfYear) {
	for d := range out {
		out[d] = timeOfYear{
			laying: season.LayingOn(d),
			winter: season.WinterBred.On(float64(d)),
			swarm:  season.SwarmUrge.On(float64(d)),
			drones: season.DronesReared.Holds(d),
			out:    season.DronesOut.Holds(d),
			spends: season.WinterSpent.Holds(d),
			mates:  season.QueensMate.Holds(d),
		}
	}
	return out
}

// time returns what a season day does to a colony that is ahead of its climate's year, or
// behind it.
func (s *State) time(seasonDay int) *timeOfYear {
	if s.Ahead == 0 {
		return timeOf(seasonDay)
	}
	return timeOf(seasonDay + int(math.Floor(s.Ahead+1.0/2)))
}

// timeOf returns what a season day does; days out of the year are held to it.
func timeOf(seasonDay int) *timeOfYear { return &year[min(max(seasonDay, 0), len(year)-1)] }
