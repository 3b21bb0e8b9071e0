package app

import (
	"context"
	"errors"

	"kembo/core/advice"
	"kembo/core/assessment"
	"kembo/core/day"
	"kembo/core/forecast"
)

// Course is a colony's forecast with what is tried on it: as it is, with the
// things done, and as it is if nothing came in any more.
type Course struct {
	Colony
	Options   []advice.Option
	Tried     []string // their names
	On        day.Day  // on which they are done
	Base      *forecast.Result
	With      *forecast.Result // nil: nothing is tried
	Stopped   *forecast.Result
	Situation *advice.Situation
}

// drawnCourses are the quantities that the page draws or tells day by day.
var drawnCourses = []forecast.Quantity{forecast.OfStores, forecast.OfReachable, forecast.OfSuperStores, forecast.OfCapped, forecast.OfEggs, forecast.OfLarvae, forecast.OfSealed,
	forecast.OfBrood, forecast.OfBees, forecast.OfFree, forecast.OfSuperFree, forecast.OfRoom, forecast.OfCrowding}

// Course returns a colony's forecast, with the options of these keys done on a
// day. A colony that was never looked at has none: Base is nil.
func (s *Service) Course(ctx context.Context, id string, keys []string, on day.Day) (Course, error) {
	f, err := s.find(ctx, id)
	if err != nil {
		return Course{}, err
	}
	es, err := s.entries(ctx, id, f.yard.today)
	if err != nil {
		return Course{}, err
	}
	c, err := s.believe(ctx, f, es)
	if err != nil {
		return Course{}, err
	}
	k, yard, err := s.caseOf(ctx, f, c)
	if u := (*unknown)(nil); errors.As(err, &u) {
		return Course{Colony: c}, nil
	}
	if err != nil {
		return Course{}, err
	}
	return courseOf(c, assessment.Situate(k, *c.Believed.Estimate, yard), keys, on), nil
}

// Course returns a colony's forecast with the options of these keys done on a
// day, from what its page has worked out already.
func (c Colony) Course(keys []string, on day.Day) Course {
	if c.Assessment == nil {
		return Course{Colony: c}
	}
	return courseOf(c, c.Assessment.Situation, keys, on)
}

func courseOf(c Colony, sit *advice.Situation, keys []string, on day.Day) Course {
	out := Course{Colony: c, Options: sit.Options(), On: max(on, sit.Today), Base: sit.Base, Situation: sit}
	changes, names := sit.Tried(keys, out.On)
	if len(changes) > 0 {
		out.Tried, out.With = names, sit.Ready.Run(changes...)
	}
	out.Stopped = sit.Ready.Few(forecast.Members, forecast.Change{Day: sit.Today, NoFlow: true})
	return out
}
