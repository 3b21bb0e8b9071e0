package app

import (
	"context"

	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/plan"
)

// Course is a colony's forecast with what is tried on it: as it is, with the
// things done, and as it is if nothing came in any more.
type Course struct {
	Colony
	Tried []string      // names of what is tried
	Own   *plan.Checked // what is tried, judged as a plan; nil: it is none
	On    day.Day       // on which it is done
	Base  *forecast.Result
	With  *forecast.Result // nil: nothing is tried
	Swarm Swarm            // by the visit, with what is tried
}

// drawnCourses are the quantities that the page draws or tells day by day.
var drawnCourses = []forecast.Quantity{
	forecast.OfStores, forecast.OfReachable, forecast.OfSuperStores, forecast.OfCapped, forecast.OfEggs,
	forecast.OfLarvae, forecast.OfSealed, forecast.OfBrood, forecast.OfBees, forecast.OfFree, forecast.OfSuperFree,
	forecast.OfRoom, forecast.OfCrowding, forecast.OfMites,
}

// Course returns a colony's forecast, with the options of these keys done on a
// day. A colony of which nothing can be forecast has none: Base is nil.
func (s *Service) Course(ctx context.Context, id string, keys []string, on day.Day) (Course, error) {
	if len(keys) == 0 {
		c, err := s.colonyWithCourse(ctx, id)
		return c.Course(on), err
	}
	c, err := s.Worked(ctx, id)
	if err != nil || c.Assessment == nil {
		return Course{Colony: c}, err
	}
	out := c.Course(on)
	sit := c.Assessment.Situation
	changes, names := sit.Tried(keys, out.On)
	if len(changes) > 0 {
		out.Tried, out.With = names, sit.Ready.Run(changes...)
		out.Swarm = swarmOf(out.With, int(c.Visit-c.Today))
		if own, ok := sit.Check(keys, out.On, c.Assessment.Plan.GainKg); ok {
			out.Own = &own
		}
	}
	return out, nil
}

// colonyWithCourse is Colony with its forecast day by day.
func (s *Service) colonyWithCourse(ctx context.Context, id string) (Colony, error) {
	c, err := s.Colony(ctx, id)
	if err != nil || c.Assessment == nil || c.stored == "" {
		return c, err
	}
	b, err := s.store.CourseOf(ctx, id, c.stored)
	if err != nil {
		return c, err
	}
	if b == nil || !unpack(b, &c.Assessment.Base.Tracks) { // worked out anew meanwhile
		return s.Worked(ctx, id)
	}
	return c, nil
}

// Course returns a colony's forecast as its page has it, with nothing tried.
func (c Colony) Course(on day.Day) Course {
	if c.Assessment == nil {
		return Course{Colony: c}
	}
	return Course{Colony: c, On: max(on, c.Today), Base: c.Assessment.Base, Swarm: c.Ahead.Swarm}
}
