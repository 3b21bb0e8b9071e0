package app

import (
	"fmt"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/words"
)

// unknown says why nothing can be forecast of a colony, and what to do about it.
// The colony is shown all the same.
type unknown struct {
	Do    string `json:"do"`
	Brief string `json:"brief"`
}

func (u *unknown) Error() string { return u.Brief }

// unknownOf returns why nothing can be forecast of what a log amounts to on a day;
// nil where a forecast can be made.
//
// A look from more than history.CarryDays ago tells nothing: what was believed
// then has been replaced by two generations of bees and a season's stores.
func unknownOf(b history.Believed, today day.Day) *unknown {
	switch {
	case b.Ended != nil:
		return &unknown{
			words.Capital(b.Ended.How.Words()) + " on " + b.Ended.Day.Long(),
			"Its book stays, and nothing is forecast of it.",
		}
	case len(b.Stack.Boxes) == 0:
		return &unknown{"Say what stands here", "The log leaves no box on this stand."}
	case b.Estimate == nil:
		return &unknown{"Look at it for the first time", "Nothing is known of it yet."}
	case today-b.Estimate.Day > history.CarryDays:
		return &unknown{
			"Look at it anew",
			fmt.Sprintf(
				"The last look is of %s, %d days ago; it tells nothing of today.",
				b.Estimate.Day.Long(),
				today-b.Estimate.Day,
			),
		}
	}
	return nil
}
