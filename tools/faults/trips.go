package main

// Of trips and their load, the crop's account, the honey house, hives that are moved, winters that are tried, and brokers.
var (
	inTrips = []string{
		"./core/trip ./core/supering ./core/account ./core/honey ./core/hive ./broker",
		"./core/assessment -run WhenToGo|Supering|Spring|MovingTo", "./web -run WhenToGo|CropIs|Comes|ComeOff|GoToACrop",
		"./cmd/kembo -run Broker",
	}
	ofTrips = []fault{
		{"a trip is as good in rain as in sun", "core/trip/trip.go", "if d.Shut {", "if d.Shut && in < 0 {", inTrips},
		{"a hive that is late spoils no day", "core/trip/trip.go", "last >= 0 && last < in", "false && last < in", inTrips},
		{
			"what is lost by going late is nothing", "core/plan/going.go",
			"out[i].Kg, out[i].Life = best.Kg-out[i].Kg, best.Life-out[i].Life",
			"out[i].Kg, out[i].Life = 0, 0", inTrips,
		},
		{
			"foundation goes where it brings nothing", "core/supering/supering.go",
			"more >= leastKg && kg > g.Kg", "kg > g.Kg-100", inTrips,
		},
		{"a load forgets what is short", "app/trip_load.go", "line.Counted == nil || int(line.Now) >= w.combs", "line.Counted != nil", inTrips},
		{"what is taken is not missed", "core/plan/to_spring.go", "SuperOut: min(1, w.TakeKg/above)", "SuperOut: 0 * above", inTrips},
		{"what is fed is not stored", "core/plan/to_spring.go", "FeedKg: w.SugarKg *", "FeedKg: 0 * w.SugarKg *", inTrips},
		{
			"a hive that is moved lives on at home", "core/forecast/move.go",
			"copy(out.at(m)[from:], there.at(m)[from:])", "copy(out.at(m)[from:], y.at(m)[from:])", inTrips,
		},
		{"wax rises as air does", "core/honey/house.go", "lighter -= waxDensity", "lighter -= 0 * waxDensity", inTrips},
		{"what is keyed in at once is hours of work", "core/account/account.go", "if minutes >= leastOne {", "if true {", inTrips},
		{"a crop is of all that ever flowered", "core/account/account.go", "max(last+1, on-longest)", "on - longest + 0*last", inTrips},
		{"a broker forgets who listens", "broker/broker.go", "SetCleanSession(false)", "SetCleanSession(true)", inTrips},
		{
			"what could not be stored is let go", "broker/broker.go",
			"case errors.Is(err, ErrRefused):", "case err != nil:", inTrips,
		},
	}
)
