package web

import (
	"encoding/json"

	"github.com/gofiber/fiber/v3"

	"kembo/core/brood"
	"kembo/core/feed"
	"kembo/core/measure"
	"kembo/core/season"
)

// pocketView is the three calculators that work with no signal. What they need
// to know of bees and sugar is worked out by the core when the page is fetched
// and goes along with it; the page's script multiplies, adds days and, for mites,
// solves the binomial.
type pocketView struct {
	shell
	Data                string
	VolumeIn, MassIn    string
	TodayISO            string
	MitesAt, MitesAtNow string
	Castes              []option
	Stages              []option
	Ratios              []option
}

// pocketData is what goes along, in the user's units.
type pocketData struct {
	Syrup        map[string]syrupOf        `json:"syrup"` // by ratio, of one unit of volume
	Brood        map[string]map[string]int `json:"brood"` // days after laying, by caste and stage
	Mites        float64                   `json:"mites"` // per cent above which to act
	Volume, Mass string
	Stores       measure.Range `json:"stores"` // by mass of sugar
}

type syrupOf struct {
	Sugar float64 `json:"sugar"`
	Water float64 `json:"water"`
}

var pocketStages = []brood.Stage{brood.Laid, brood.Hatched, brood.Capped, brood.Emerged, brood.Flies, brood.Mature}

func pocketDataOf(u measure.Units, mitesAt float64) (pocketData, error) {
	d := pocketData{
		Syrup: map[string]syrupOf{}, Brood: map[string]map[string]int{}, Mites: mitesAt, Volume: u.Volume.Name,
		Mass: u.Mass.Name, Stores: feed.StoresPerKgSugar,
	}
	for name, r := range map[string][2]float64{"1:1": {1, 1}, "3:2": {3, 2}, "2:1": {2, 1}} {
		m, err := feed.OfRatio(r[0], r[1], u.Volume.Of(1), false, 25)
		if err != nil {
			return d, err
		}
		d.Syrup[name] = syrupOf{u.Mass.In(m.SugarKg), u.Volume.In(m.WaterKg / feed.WaterKgPerL)}
	}
	for _, c := range []brood.Caste{brood.Worker, brood.Drone, brood.Queen} {
		d.Brood[string(c)] = map[string]int{}
		for _, s := range pocketStages {
			l, err := brood.After(c, s)
			if err != nil {
				return d, err
			}
			d.Brood[string(c)][string(s)] = l.Likely
		}
	}
	return d, nil
}

func (s *Server) showPocket(c fiber.Ctx) error {
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return err
	}
	today, hem, err := s.as(c).TodayHere(c.Context())
	if err != nil {
		return err
	}
	d, err := pocketDataOf(set.Units, set.MitesNow(season.Place{Hemisphere: hem}.On(today)))
	if err != nil {
		return err
	}
	b, err := json.Marshal(d)
	if err != nil {
		return err
	}
	v := &pocketView{
		shell: shell{Title: "Pocket", Active: "bench", Scripts: []string{"pocket.js"}}, Data: string(b),
		VolumeIn: d.Volume, MassIn: d.Mass, TodayISO: today.String(),
		Ratios: []option{{"1:1", "1:1, thin"}, {"3:2", "3:2"}, {"2:1", "2:1, thick"}},
		Castes: []option{{"worker", "Worker"}, {"queen", "Queen"}, {"drone", "Drone"}},
		Stages: []option{
			{"laid", "Egg laid"}, {"hatched", "Larva hatched"}, {"capped", "Just capped"}, {"emerged", "Came out"},
		},
	}
	return s.show(c, "pocket", v)
}

// showShorthand is the notation on one page.
func (s *Server) showShorthand(c fiber.Ctx) error {
	return s.show(c, "shorthand", &awayView{shell: shell{Title: "In one line", Active: "board"}})
}
