package colony

import "kembo/core/day"

// FedIn is a box with combs that hold what was fed.
type FedIn struct {
	Box string  // id
	Day day.Day // of the last feed in it
	N   int     // combs
}
