package demo

import (
	"time"

	"kembo/core/day"
)

func monthOf(m int) time.Month { return time.Month(m) }

// story is how a colony differs from the usual one: where it starts and what
// its keeper does or leaves undone. Nothing here says how it ends.
type story struct {
	number     uint64
	code       string
	from       day.Day // set up on; First by default
	nestFormat string
	nestBoxes  int
	foundation bool // hived on foundation
	stores     float64
	bees       float64
	winter     float64 // share of winter bees at the start
	laying     float64
	queen      float64 // her peak
	intake     float64
	flow       float64
	death      float64
	queenYear  int
	clipped    bool
	origin     string
	hivedKg    float64 // of bees, of a swarm; 0: it was a colony before
	unknown    bool    // what it was fed and treated with before is not known
	queenLost  day.Day // she is lost on this day
	swarms     day.Day // a prime swarm leaves on this day, with nobody there
	fullAt     float64 // share of the supers in use at which the next is put on; 0: the usual 0.35
	late       int     // days later than usual that supers are put on
	noRelief   bool    // the keeper does not relieve the nest
	notLooked  [2]day.Day
	noCheck    day.Day    // no complete cell check from this day on
	foundSuper bool       // supers are foundation
	glance     [2]day.Day // the keeper only lifts the lid between these days
	noFeed     bool
	scale      bool // it stands on a hive scale
}

// paces are how colonies of the sample gain against each other, levels how the
// flow of its yards runs against their calendars.
var (
	paces  = []float64{1.05, 0.85, 1.2, 0.95, 0.75, 1.3, 1.0, 0.9, 1.15, 0.8, 1.1}
	levels = map[string]float64{"QL": 1, "MR": 0.85, "SA": 1.1, "HE": 1.2}
)

// usual is a colony as most are, in one deep; every fourth in two.
func usual(number uint64, code string, queen, stores, bees float64, year int) story {
	s := story{
		number: number, code: code, from: First, nestFormat: "langstroth-deep-10", nestBoxes: 1,
		stores: min(stores, 17), bees: bees, winter: 0.3, laying: 320, queen: queen,
		intake: paces[number%uint64(len(paces))], flow: levels[code[:2]], death: 1, queenYear: year,
		clipped: number%5 != 3,
	}
	if number%4 == 0 { // the strongest are kept on two boxes
		s.nestBoxes, s.stores, s.queen, s.bees = 2, stores, 1.1*queen, 1.15*bees
	}
	return s
}

func (s story) with(f func(*story)) story { f(&s); return s }

// stories are the colonies of the sample by yard.
var stories = map[string][]story{
	"QL": {
		usual(1, "QL-01", 1600, 21, 19000, 2025),
		usual(2, "QL-02", 1520, 20, 18000, 2024).with(func(s *story) { s.late = 8 }),
		usual(3, "QL-03", 1480, 22, 17500, 2025),
		usual(4, "QL-04", 1780, 23, 22500, 2025).with(func(s *story) {
			s.intake = 1.35
			s.fullAt = 0.97
			s.nestBoxes = 1
			s.stores = 17
			s.scale = true
		}),
		usual(5, "QL-05", 1450, 20, 16500, 2024),
		usual(6, "QL-06", 1560, 19, 18500, 2025),
		usual(7, "QL-07", 1500, 2.4, 8200, 2025).with(func(s *story) {
			s.from, s.nestBoxes, s.foundation, s.origin, s.winter, s.laying = date(5, 18), 1, true, "swarm of 18 May", 0, 0
			s.noFeed, s.intake, s.hivedKg = true, 0.38, 1.3
		}),
		usual(8, "QL-08", 1400, 19, 15500, 2023),
		usual(9, "QL-09", 1530, 21, 18000, 2025),
		usual(10, "QL-11", 1600, 27, 20500, 2024).with(func(s *story) {
			s.intake, s.late, s.foundSuper, s.noRelief, s.nestBoxes, s.stores = 1.35, 6, true, true, 1, 17
		}),
	},
	"MR": {
		usual(11, "MR-01", 1550, 21, 18500, 2025),
		usual(12, "MR-02", 1470, 20, 17000, 2024),
		usual(13, "MR-03", 1620, 22, 20000, 2025),
		usual(14, "MR-05", 1500, 21, 18000, 2023).with(func(s *story) { s.queenLost = date(5, 16) }),
		usual(15, "MR-06", 1440, 19, 16000, 2024).with(func(s *story) {
			s.glance = [2]day.Day{date(5, 22), date(6, 12)}
		}),
		usual(16, "MR-07", 1580, 20, 18500, 2025),
		usual(17, "MR-08", 1510, 21, 17500, 2025).with(func(s *story) {
			s.clipped, s.noCheck, s.swarms = false, date(5, 10), date(6, 16)
		}),
	},
	"SA": {
		usual(18, "SA-01", 1500, 20, 17500, 2025),
		usual(19, "SA-02", 360, 11, 5200, 2023).with(func(s *story) { s.death = 1.1 }),
		usual(20, "SA-03", 1540, 20, 18000, 2024),
		usual(21, "SA-04", 1480, 21, 17000, 2025).with(func(s *story) {
			s.glance = [2]day.Day{date(5, 16), date(5, 31)}
		}),
		usual(22, "SA-06", 1510, 20, 17500, 2024).with(func(s *story) {
			s.notLooked, s.swarms = [2]day.Day{date(5, 2), date(6, 20)}, date(6, 9)
		}),
	},
	"HE": {
		usual(23, "HE-01", 1520, 20, 17500, 2025),
		usual(24, "HE-02", 1460, 19, 17000, 2024),
		usual(25, "HE-03", 1550, 20, 18000, 2025).with(func(s *story) { s.unknown = true }),
		usual(26, "HE-04", 1420, 20, 16500, 2023),
		usual(27, "HE-06", 1500, 14, 16000, 2025).with(func(s *story) {
			s.intake, s.noFeed = 0.8, true
			s.stores = 15
		}),
		usual(28, "HE-07", 1590, 21, 18500, 2025),
	},
}
