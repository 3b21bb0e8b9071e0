package draw_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"kembo/core/comb"
	"kembo/core/day"
	"kembo/web/draw"
)

// TestHarvestDrawings: the box edge-on, the tank, the water against its limit, and a lot with where it came from and where it went.
func TestHarvestDrawings(t *testing.T) {
	var frames [][comb.Contents]uint8
	for i := range 10 {
		var f [comb.Contents]uint8
		f[comb.Honey], f[comb.Nectar], f[comb.Empty] = uint8(90-4*i), uint8(4*i), 10
		frames = append(frames, f)
	}
	golden(t, "super-row", draw.SuperRow(frames, false, "S1, 90 % filled"))
	golden(t, "tank", draw.Tank{
		Ticked: 34, All: 51, Worth: 60, TickedWords: "34 kg ticked", AllWords: "51 kg all that is ready",
		WorthWords: "60 kg worth a day", Alt: "34 of 51 kg",
	}.Draw())
	golden(t, "moisture", draw.Moisture(19.4, 18.5, 15, 21, "19.4 %"))
	golden(t, "lot-flow", draw.LotFlow{
		Name: "26-QL-1", Words: "100 kg", Kg: 100, In: []draw.LotPart{{Words: "Quarry Lane", Kg: 70}, {Words: "Mill Race", Kg: 30}},
		Out: []draw.LotPart{{Words: "Sold", Kg: 40}, {Words: "In stock", Kg: 60, Stays: true}},
	}.Draw())
}

// TestTankLabelsStandApart: however near to one another, and however low, the labels of a tank do not cover each other.
func TestTankLabelsStandApart(t *testing.T) {
	for _, x := range [][3]float64{{0, 0, 60}, {60, 60, 60}, {59, 61, 60}, {500, 500, 2}, {0, 400, 5}, {1, 2, 3}} {
		svg := string(draw.Tank{
			Ticked: x[0], All: x[1], Worth: x[2], TickedWords: "ticked", AllWords: "ready", WorthWords: "worth",
		}.Draw())
		var at []float64
		for _, words := range []string{"ticked", "ready", "worth"} {
			i := strings.Index(svg, ">"+words+"<")
			if i < 0 {
				continue // all that is ready is ticked
			}
			var y float64
			tag := svg[strings.LastIndex(svg[:i], "<text"):i]
			if _, err := fmt.Sscanf(tag[strings.Index(tag, `y="`)+3:], "%f", &y); err != nil {
				t.Fatal(err)
			}
			for _, z := range at {
				if d := y - z; d < 19 && d > -19 {
					t.Errorf("%v: two labels are %.0f px apart", x, d)
				}
			}
			if y < 0 || y > 262 {
				t.Errorf("%v: a label stands at %.0f", x, y)
			}
			at = append(at, y)
		}
	}
}

// TestSeasonDrawing: a calendar with all lanes under it.
func TestSeasonDrawing(t *testing.T) {
	start := day.Of(2026, time.January, 1)
	c := draw.Calendar{From: start, Today: start + 180, Plants: []draw.CalendarPlant{{
		Plant: "Bramble", Entered: [4]float64{165, 173, 195, 209}, Year: [4]float64{160, 168, 190, 204}, Strength: 0.5,
	}}}
	c.Lanes = draw.Lanes{Low: 0.8, High: 1.25, Warm: "°C", WarmOf: func(c float64) float64 { return c }, Dearth: [][2]day.Day{{start + 150, start + 160}}}
	for i := range 366 {
		hill := 0.0
		if i > 160 && i < 204 {
			hill = 0.5
		}
		c.Lanes.Nectar, c.Lanes.Pollen = append(c.Lanes.Nectar, hill), append(c.Lanes.Pollen, hill)
	}
	lane := draw.ScaleLane{Code: "QL-04", Unit: "kg"}
	for i := range day.Day(20) {
		lane.Days = append(lane.Days, draw.ScaleGain{Day: start + 160 + i, Gain: float64(i)/10 - 0.3})
		c.Lanes.Weather = append(c.Lanes.Weather, draw.WeatherDay{
			Day: start + 165 + i, MaxC: 18 + float64(i%5), Rain: float64(i % 4), Forecast: i > 15,
		})
	}
	c.Lanes.Scales = []draw.ScaleLane{lane}
	golden(t, "season", c.Draw())
}

// TestYears holds the columns of the years: one that is not over is open, and the middle is of those that are.
func TestYears(t *testing.T) {
	golden(t, "years", draw.Years{
		All: []draw.YearBar{
			{Year: 2024, Kg: 412, Words: "412"}, {Year: 2025, Kg: 655, Words: "655"}, {Year: 2026, Kg: 230, Words: "230", SoFar: true},
		},
		Mid: 533, Alt: "What each year brought.",
	}.Draw())
}

// TestWintering holds the bar of what comes of a hive: alive from the left, starved from the right.
func TestWintering(t *testing.T) {
	golden(t, "wintering", draw.Wintering(0.72, 0.2, "Alive 72 %, starved 20 %"))
}

// TestMites holds the band of mites against a limit that rises in July.
func TestMites(t *testing.T) {
	d := day.Of(2026, 6, 20)
	golden(t, "mites-ahead", draw.Mites{
		Days: []draw.MitesDay{
			{On: d, Low: 0.4, Likely: 1.1, High: 2.6, Limit: 2}, {On: d + 14, Low: 0.6, Likely: 1.9, High: 4.8, Limit: 3},
			{On: d + 28, Low: 1, Likely: 3.4, High: 9, Limit: 3}, {On: d + 42, Low: 1.8, Likely: 6, High: 30, Limit: 3},
		},
		Alt: "About 1.1 in 100 now.",
	}.Draw())
}
