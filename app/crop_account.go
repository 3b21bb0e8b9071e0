package app

import (
	"cmp"
	"context"
	"slices"
	"time"

	"kembo/core/account"
	"kembo/core/day"
)

// CropYear is what a year brought, and what it took.
type CropYear struct {
	Year    int
	Kg      float64
	SoFar   bool // it is not over
	Hives   int  // seen in it
	Visits  int  // to hives: each day on which one was seen to is one
	SugarKg float64
}

// CropFlower is what came off a yard of a plant, by its calendar.
type CropFlower struct {
	Yard, Plant string // no plant: none had been in flower
	Kg          float64
}

// CropAccount is the crop with what it took.
type CropAccount struct {
	Years   []CropYear   // the earliest first
	Flowers []CropFlower // of the days that were asked for, by yard, the most first
	Hours   float64      // at hives, in those days, as far as it was written down there
	Days    int          // of which it is known
	Kg      float64      // that came off in the days that were asked for
}

// CropYears returns the crop year on year, the earliest first.
func (s *Service) CropYears(ctx context.Context) ([]CropYear, error) {
	today, _, err := s.TodayHere(ctx)
	if err != nil {
		return nil, err
	}
	all, err := s.Crops(ctx, 0, today)
	if err != nil {
		return nil, err
	}
	return s.cropYears(ctx, all, today)
}

// CropAccount returns the crop year on year, and of some days by what flowered; of one yard, by its name, or of all where that is "".
func (s *Service) CropAccount(ctx context.Context, from, to day.Day, yard string) (CropAccount, error) {
	var out CropAccount
	today, _, err := s.TodayHere(ctx)
	if err != nil {
		return out, err
	}
	all, err := s.Crops(ctx, 0, today)
	if err != nil {
		return out, err
	}
	if out.Years, err = s.cropYears(ctx, all, today); err != nil {
		return out, err
	}
	if out.Flowers, err = s.cropFlowers(ctx, all, from, to, yard); err != nil {
		return out, err
	}
	for _, f := range out.Flowers {
		out.Kg += f.Kg
	}
	rows, err := s.store.Stamps(ctx, int32(from), int32(to))
	if err != nil {
		return out, err
	}
	var stamps []account.Stamp
	for _, r := range rows {
		if at, err := time.Parse(time.RFC3339, r.RecordedUTC); err == nil {
			stamps = append(stamps, account.Stamp{Day: day.Day(r.Day), By: r.Actor, At: at})
		}
	}
	out.Hours, out.Days = account.Hours(stamps)
	return out, nil
}

func (s *Service) cropYears(ctx context.Context, all []CropLine, today day.Day) ([]CropYear, error) {
	worked, err := s.store.Worked(ctx)
	if err != nil {
		return nil, err
	}
	fed, err := s.store.Fed(ctx)
	if err != nil {
		return nil, err
	}
	var out []CropYear
	for _, w := range worked {
		y := CropYear{Year: w.Year, Hives: w.Colonies, Visits: w.Visits, SoFar: w.Year == today.Time().Year()}
		for _, l := range all {
			if l.Day.Time().Year() == w.Year {
				y.Kg += l.Kg
			}
		}
		for _, f := range fed {
			if f.Year == w.Year {
				y.SugarKg = f.Sugar
			}
		}
		out = append(out, y)
	}
	return out, nil
}

// cropFlowers sums by yard and plant, told by the yard's calendar as it stands; all is by day.
func (s *Service) cropFlowers(ctx context.Context, all []CropLine, from, to day.Day, yard string) ([]CropFlower, error) {
	_, ys, err := s.yardDays(ctx)
	if err != nil {
		return nil, err
	}
	var out []CropFlower
	for _, y := range ys {
		if yard != "" && y.Name != yard {
			continue
		}
		site, err := s.siteFrom(ctx, y, y.today)
		if err != nil {
			return nil, err
		}
		kg := map[string]float64{}
		last := map[string][2]day.Day{} // by colony, the two last days on which something came off
		for _, l := range all {
			if at := last[l.Colony]; at[1] != l.Day {
				last[l.Colony] = [2]day.Day{at[1], l.Day}
			}
			if l.YardID != y.ID || l.Day < from || l.Day > to {
				continue
			}
			for _, p := range account.Flowers(site.Bloom, site.Hemisphere, last[l.Colony][0], l.Day, l.Kg) {
				kg[p.Plant] += p.Kg
			}
		}
		for plant, n := range kg {
			out = append(out, CropFlower{Yard: y.Name, Plant: plant, Kg: n})
		}
	}
	slices.SortFunc(out, func(a, b CropFlower) int {
		return cmp.Or(cmp.Compare(a.Yard, b.Yard), cmp.Compare(b.Kg, a.Kg), cmp.Compare(a.Plant, b.Plant))
	})
	return out, nil
}
