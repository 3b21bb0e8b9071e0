// Package exchange reads and writes Kembo's open formats. The colony record
// is one JSON document with all that an assessment needs; its schema is
// docs/record.schema.json.
package exchange

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strings"

	"kembo/core/day"
	"kembo/core/plan"
)

// RecordVersion is the version of the schema. Earlier ones are read for ever.
const RecordVersion = 2

// Record is one colony on one day.
type Record struct {
	Version      int           `json:"kembo_record"`
	Colony       string        `json:"colony"`
	Date         day.Day       `json:"date"`
	NextVisit    day.Day       `json:"next_visit"`
	LookDate     *day.Day      `json:"look_date,omitempty"` // default: date
	Site         Site          `json:"site"`
	Stack        Stack         `json:"stack"`
	Queen        Queen         `json:"queen"`
	Cells        Cells         `json:"cells"`
	Health       Health        `json:"health"`
	Weight       *Weight       `json:"weight,omitempty"`
	WhiteWax     string        `json:"white_wax,omitempty"` // yes, no
	HistoryKnown bool          `json:"history_known"`       // feeds and treatments are all that there were
	Feeds        []Period      `json:"feeds,omitempty"`
	Treatments   []Period      `json:"treatments,omitempty"`
	Flow         []FlowDay     `json:"flow,omitempty"`
	Weather      []WeatherDay  `json:"weather,omitempty"`
	Settings     *SettingsPart `json:"settings,omitempty"`
	// From version 2 on:
	Origin      *Origin        `json:"origin,omitempty"`
	QueenEvents []QueenEvent   `json:"queen_events,omitempty"`
	Mites       []MiteCount    `json:"mite_counts,omitempty"`
	Equipment   *Equipment     `json:"equipment,omitempty"`
	DronesSeen  string         `json:"drones_seen,omitempty"` // none, few, many
	YardHives   []YardHive     `json:"yard_hives,omitempty"`
	VisitEvery  int            `json:"visit_every_days,omitempty"` // from visit to visit; left out: usual
	Readings    []HoneyReading `json:"honey_readings,omitempty"`
	KeptPlan    *plan.Kept     `json:"kept_plan,omitempty"` // of an earlier answer: what was advised then
}

// Site is where the colony stands.
type Site struct {
	Hemisphere string `json:"hemisphere,omitempty"` // north (default) or south
	Climate    string `json:"climate,omitempty"`    // default uk
	Yard       string `json:"yard,omitempty"`
	// From version 2 on: degrees, and the mean of each month of the calendar.
	Latitude *float64  `json:"latitude,omitempty"`
	Months   []float64 `json:"monthly_mean_c,omitempty"`
}

// Stack is the hive from bottom to top.
type Stack struct {
	Boxes         []Box `json:"boxes"`
	ExcluderAbove int   `json:"excluder_above,omitempty"` // it lies on this box, from 1; 0: none
}

// Box is one box with its frames by face, or with counts of frames.
type Box struct {
	Format     string   `json:"format"`
	Super      *bool    `json:"super,omitempty"` // default: as the format usually is
	FrameCount *int     `json:"frame_count,omitempty"`
	Frames     []Frame  `json:"frames,omitempty"`
	Counts     *Counts  `json:"counts,omitempty"`
	Seams      *float64 `json:"seams,omitempty"`
	// Looked at less closely than by frames:
	SeamsBelow bool       `json:"seams_from_below,omitempty"`
	Outer      string     `json:"bees_on_outer_frames,omitempty"` // yes, no
	State      string     `json:"super_state,omitempty"`          // empty, started, half, nearly, full
	Heft       string     `json:"heft,omitempty"`                 // light, fair, heavy
	Kg         float64    `json:"kg,omitempty"`                   // the box as lifted
	Own        *OwnFormat `json:"own_format,omitempty"`           // for a format that is not in the catalogue
	// From version 2 on:
	Drawn *bool  `json:"drawn,omitempty"` // default: true; false: foundation, where nobody looked
	Hole  string `json:"hole,omitempty"`  // an entrance of its own: open, shut
}

// OwnFormat is a box by its dimensions.
type OwnFormat struct {
	LengthMM float64 `json:"comb_length_mm"`
	HeightMM float64 `json:"comb_height_mm"`
	Slots    int     `json:"slots"`
	WidthMM  float64 `json:"inner_width_mm"`
	BoxKg    float64 `json:"box_kg"`
	FrameKg  float64 `json:"frame_kg"`
	Super    bool    `json:"super,omitempty"`
}

// Weight is the whole hive on the day of the look.
type Weight struct {
	How     string  `json:"how"` // scale, sides, side, feel
	Kg      float64 `json:"kg,omitempty"`
	OtherKg float64 `json:"other_kg,omitempty"` // the other side
	Heft    string  `json:"heft,omitempty"`
}

// Frame is a frame by face in eighths, as "H3 N1 P1 B2" or zone by zone.
type Frame struct {
	A string `json:"a"`
	B string `json:"b"`
}

// Counts are frames by content, both sides together.
type Counts struct {
	Brood   float64 `json:"brood"`
	Honey   float64 `json:"honey"`
	Nectar  float64 `json:"nectar"`
	Pollen  float64 `json:"pollen"`
	Empty   float64 `json:"empty"`
	Undrawn float64 `json:"undrawn"`
	// From version 2 on: the share of those combs of brood that is brood, 1 where it is
	// left out, and frames of drone brood.
	BroodCover *float64 `json:"brood_cover,omitempty"`
	Drone      float64  `json:"drone,omitempty"`
}

// Queen is what was found of her.
type Queen struct {
	Looked  bool `json:"looked"`
	Seen    bool `json:"seen"`
	Eggs    bool `json:"eggs"`
	Larvae  bool `json:"larvae"`
	Capped  bool `json:"capped"`
	Clipped bool `json:"clipped"`
	// From version 2 on: several eggs in a cell, on its walls or at its bottom.
	SeveralEggs string `json:"several_eggs,omitempty"`
	// The day since which she is shut in, in her hive.
	CagedSince *day.Day `json:"caged_since,omitempty"`
}

// Cells is the last check for queen cells.
type Cells struct {
	Check   string   `json:"check,omitempty"` // complete, partial or none
	Date    *day.Day `json:"date,omitempty"`
	Charged int      `json:"charged,omitempty"`
	Capped  int      `json:"capped,omitempty"`
	Cups    int      `json:"cups,omitempty"` // dry
	WithEgg int      `json:"cups_with_egg,omitempty"`
	Emerged int      `json:"emerged,omitempty"`
	Torn    int      `json:"torn_down,omitempty"`
	Where   string   `json:"where,omitempty"` // edge, face, both
}

// Health is the last finding on brood disease.
type Health struct {
	Brood string `json:"brood,omitempty"` // healthy, suspect, or empty for not looked
}

// Period is a feed or treatment in the hive.
type Period struct {
	What        string   `json:"what"`
	From        day.Day  `json:"from"`
	To          *day.Day `json:"to,omitempty"`
	HoneyBarred *day.Day `json:"honey_barred_until,omitempty"` // by the label
	Kg          float64  `json:"kg,omitempty"`
}

// FlowDay is the intensity of a day's flow; 1 is a strong main flow.
type FlowDay struct {
	Date      day.Day `json:"date"`
	Intensity float64 `json:"intensity"`
}

// WeatherDay is a day's weather.
type WeatherDay struct {
	Date   day.Day `json:"date"`
	MinC   float64 `json:"tmin_c"`
	MaxC   float64 `json:"tmax_c"`
	RainMM float64 `json:"rain_mm"`
	// Of the daylight hours; left out where they are not known.
	WindMS *float64 `json:"wind_ms,omitempty"`
	SunH   *float64 `json:"sun_h,omitempty"`
}

// SettingsPart overrides thresholds; what is not given keeps its default.
type SettingsPart struct {
	FoodRisk       *float64 `json:"food_risk,omitempty"`
	StoreRisk      *float64 `json:"store_risk,omitempty"`
	LayRisk        *float64 `json:"lay_risk,omitempty"`
	CappedShare    *float64 `json:"capped_share,omitempty"`
	KeepsWater     *float64 `json:"keeps_water,omitempty"` // per cent
	HoneyBound     *float64 `json:"honey_bound,omitempty"`
	UnclippedDays  *int     `json:"unclipped_days,omitempty"`
	ClippedDays    *int     `json:"clipped_days,omitempty"`
	StaleDays      *int     `json:"stale_days,omitempty"`
	WinterTargetKg *float64 `json:"winter_target_kg,omitempty"`
	ReserveKg      *float64 `json:"reserve_kg,omitempty"`
	LiftLimitKg    *float64 `json:"lift_limit_kg,omitempty"`
	DrawnSupers    *bool    `json:"drawn_supers,omitempty"`
	Weights        *Weights `json:"weights,omitempty"`
	Seed           *uint64  `json:"seed,omitempty"`
}

// Weights are what things are worth to the keeper, in kilograms of honey: those of a preset, and what is given
// instead.
type Weights struct {
	Preset        string   `json:"preset,omitempty"` // sideliner (default), hobby, commercial, increase
	Colony        *float64 `json:"colony,omitempty"`
	SwarmBefore   *float64 `json:"swarm_before,omitempty"`
	SwarmAfter    *float64 `json:"swarm_after,omitempty"`
	Neighbours    *float64 `json:"neighbours,omitempty"`
	Minute        *float64 `json:"minute,omitempty"`
	Trip          *float64 `json:"trip,omitempty"`
	SugarKg       *float64 `json:"sugar_kg,omitempty"`
	Queen         *float64 `json:"queen,omitempty"`
	Nuc           *float64 `json:"nuc,omitempty"`
	BarredKg      *float64 `json:"barred_kg,omitempty"`
	IdleSuperWeek *float64 `json:"idle_super_week,omitempty"`
	Careful       *bool    `json:"careful,omitempty"`
}

// ErrRecord is wrapped by every error of a record that is wrong.
var ErrRecord = errors.New("the record is wrong")

func wrong(field, say string, args ...any) error {
	return fmt.Errorf("%w: %s: %s", ErrRecord, field, fmt.Sprintf(say, args...))
}

// ReadRecord reads one record and refuses what it does not know by name.
func ReadRecord(r io.Reader) (Record, error) {
	raw, err := io.ReadAll(io.LimitReader(r, 8<<20))
	if err != nil {
		return Record{}, err
	}
	var rec Record
	d := json.NewDecoder(bytes.NewReader(raw))
	d.DisallowUnknownFields()
	if err := d.Decode(&rec); err != nil {
		return Record{}, decodeError(raw, err)
	}
	if d.More() {
		return Record{}, wrong("after the record", "there is more text; a file holds one record")
	}
	switch rec.Version {
	case 1:
		if err := onlyEarlier(raw); err != nil {
			return Record{}, err
		}
	case RecordVersion:
	default:
		return Record{}, wrong(
			"kembo_record", "version %d is not 1 or %d, those that this program reads", rec.Version, RecordVersion,
		)
	}
	return rec, nil
}

func decodeError(raw []byte, err error) error {
	var syntax *json.SyntaxError
	var kind *json.UnmarshalTypeError
	var date day.ErrorText
	switch {
	case errors.As(err, &syntax):
		line := 1 + bytes.Count(raw[:min(int(syntax.Offset), len(raw))], []byte("\n"))
		return wrong(fmt.Sprintf("line %d", line), "this is not JSON (%v)", syntax)
	case errors.Is(err, io.ErrUnexpectedEOF), errors.Is(err, io.EOF):
		return wrong("the end", "the JSON stops before it is complete")
	case errors.As(err, &kind):
		return wrong(kind.Field, "a %s does not belong here; give a %s", kind.Value, kind.Type)
	case errors.As(err, &date):
		return wrong("date", "%v", date)
	}
	if f, ok := strings.CutPrefix(err.Error(), "json: unknown field "); ok {
		return wrong(strings.Trim(f, `"`), "this field is not known; docs/record.schema.json lists those that are")
	}
	return wrong("the record", "%v", err)
}
