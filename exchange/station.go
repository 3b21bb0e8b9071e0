package exchange

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"time"

	"kembo/core/day"
	"kembo/core/ledger"
	"kembo/core/season"
)

// Sent is what a station pushes: readings of the scale under its hive, and days of weather, past or foretold, of its yard.
type Sent struct {
	Readings []SentReading `json:"readings,omitempty"`
	Weather  []WeatherDay  `json:"weather,omitempty"`
}

// SentReading is one reading of a scale.
type SentReading struct {
	At time.Time `json:"at"` // RFC 3339, with its zone
	Kg float64   `json:"kg"` // the whole hive
}

// Taken is the answer to it.
type Taken struct {
	Stored  int       `json:"stored"`
	Again   int       `json:"again"`
	Weather int       `json:"weather_days"`
	KeptOut []SentOut `json:"kept_out"`
}

// SentOut is something that was not taken in, and why.
type SentOut struct {
	At  string `json:"at"`
	Why string `json:"why"`
}

// mostSent is as many readings, or days, as one push may have.
const mostSent = 5000

// ReadSent reads what a station pushed. The error is a sentence.
func ReadSent(body []byte) ([]ledger.Reading, []season.Weather, error) {
	d := json.NewDecoder(bytes.NewReader(body))
	d.DisallowUnknownFields()
	var s Sent
	if err := d.Decode(&s); err != nil {
		return nil, nil, fmt.Errorf("it cannot be read: %w", err)
	}
	if _, err := d.Token(); !errors.Is(err, io.EOF) {
		return nil, nil, errors.New("something stands after it")
	}
	if n := max(len(s.Readings), len(s.Weather)); n > mostSent {
		return nil, nil, fmt.Errorf("%d are too many at once; send at most %d", n, mostSent)
	}
	rs := make([]ledger.Reading, 0, len(s.Readings))
	for i, r := range s.Readings {
		if r.At.IsZero() {
			return nil, nil, fmt.Errorf("readings[%d] has no instant; give \"at\" as 2026-06-03T10:00:00Z", i)
		}
		rs = append(rs, ledger.Reading{At: r.At, Kg: r.Kg})
	}
	ws := make([]season.Weather, 0, len(s.Weather))
	for i, w := range s.Weather {
		if w.Date == day.Day(0) {
			return nil, nil, fmt.Errorf("weather[%d] has no date; give \"date\" as 2026-06-03", i)
		}
		ws = append(ws, season.Weather{Day: w.Date, MinC: w.MinC, MaxC: w.MaxC, RainMM: w.RainMM, WindMS: w.WindMS, SunH: w.SunH})
	}
	return rs, ws, nil
}

// Published is what a station publishes through a broker: what it would push, with its token, since a broker tells nobody who spoke.
type Published struct {
	Token string `json:"token"`
	Sent
}

// ReadPublished reads what was published. The error is a sentence.
func ReadPublished(body []byte) (token string, rs []ledger.Reading, ws []season.Weather, err error) {
	var p Published
	d := json.NewDecoder(bytes.NewReader(body))
	d.DisallowUnknownFields()
	if err := d.Decode(&p); err != nil {
		return "", nil, nil, fmt.Errorf("it cannot be read: %w", err)
	}
	sent, err := json.Marshal(p.Sent)
	if err != nil {
		return "", nil, nil, err
	}
	if _, err := d.Token(); !errors.Is(err, io.EOF) {
		return "", nil, nil, errors.New("something stands after it")
	}
	rs, ws, err = ReadSent(sent)
	return p.Token, rs, ws, err
}
