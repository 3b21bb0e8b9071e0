package exchange_test

import (
	"strings"
	"testing"

	"kembo/exchange"
)

func TestWeatherFile(t *testing.T) {
	ws, err := exchange.ReadWeather(strings.NewReader(
		"\ufeffrain_mm, date,tmax_c,tmin_c,sun_h\n0.2,2026-06-02,18.5,9,\n4,2026-06-01,14,8.5,3.5\n",
	))
	if err != nil || len(ws) != 2 {
		t.Fatalf("%v, %d days", err, len(ws))
	}
	if a := ws[0]; a.Day.String() != "2026-06-01" || a.MaxC != 14 || a.MinC != 8.5 || a.RainMM != 4 || a.SunH == nil ||
		*a.SunH != 3.5 || a.WindMS != nil {
		t.Errorf("the first day is %+v", a)
	}
	if ws[1].SunH != nil {
		t.Error("an empty cell is taken for no sun")
	}
	for text, say := range map[string]string{
		"":                             "the file is empty",
		"date,tmin_c,tmax_c\n":         `no column "rain_mm"`,
		"date,tmin_c,tmax_c,rain_mm\n": "holds no day",
		"date,tmin_c,tmax_c,rain_mm\n2026-06-31,1,2,0":            "line 2: date",
		"date,tmin_c,tmax_c,rain_mm\n2026-06-01,9,2,0":            "tmin_c 9 is above tmax_c 2",
		"date,tmin_c,tmax_c,rain_mm\n2026-06-01,1,2,":             "rain_mm is missing",
		"date,tmin_c,tmax_c,rain_mm\n2026-06-01,\"1,5\",2,0":      "use a point",
		"date,tmin_c,tmax_c,rain_mm,wind_ms\n2026-06-01,1,2,0,-3": "wind_ms",
		"date,tmin_c,tmax_c,rain_mm\n2026-06-01,NaN,2,0":          "tmin_c",
	} {
		if _, err := exchange.ReadWeather(strings.NewReader(text)); err == nil || !strings.Contains(err.Error(), say) {
			t.Errorf("%q: %v, want %q", text, err, say)
		}
	}
}

func FuzzReadWeather(f *testing.F) {
	f.Add("date,tmin_c,tmax_c,rain_mm,wind_ms,sun_h\n2026-06-01,8,14,0.2,3,5\n")
	f.Fuzz(func(t *testing.T, text string) {
		ws, err := exchange.ReadWeather(strings.NewReader(text))
		if err == nil && len(ws) == 0 {
			t.Error("no error and no day")
		}
		for i, w := range ws {
			if w.MinC > w.MaxC || w.RainMM < 0 || i > 0 && ws[i-1].Day > w.Day {
				t.Errorf("taken: %+v", w)
			}
		}
	})
}
