package exchange_test

import (
	"bytes"
	"encoding/json"
	"errors"
	"math"
	"os"
	"path/filepath"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"testing"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/plan"
	"kembo/core/season"
	"kembo/core/words"
	"kembo/exchange"
)

func example(t testing.TB, name string) assessment.Case {
	t.Helper()
	f, err := os.Open(filepath.Join("..", "docs", "examples", name+".json"))
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	r, err := exchange.ReadRecord(f)
	if err != nil {
		t.Fatal(err)
	}
	c, err := r.Case()
	if err != nil {
		t.Fatal(err)
	}
	return c
}

func assess(t testing.TB, c assessment.Case) *assessment.Assessment {
	t.Helper()
	a, err := assessment.Of(c, nil)
	if err != nil {
		t.Fatal(err)
	}
	return a
}

func find(a *assessment.Assessment, code plan.Action) *plan.Advice {
	for i := range a.Advice {
		if a.Advice[i].Action == code {
			return &a.Advice[i]
		}
	}
	return nil
}

func actions(a *assessment.Assessment) []plan.Action {
	var out []plan.Action
	for _, x := range a.Advice {
		out = append(out, x.Action)
	}
	return out
}

// TestWhatAGoodKeeperWouldDo: the situations of the year, common practice.
func TestWhatAGoodKeeperWouldDo(t *testing.T) {
	tests := []struct {
		record string
		change func(*assessment.Case)
		first  plan.Action
		also   []plan.Action
		not    []plan.Action
	}{
		{
			"super-nearly-full", nil, plan.AddSuper, nil,
			[]plan.Action{plan.FeedEmergency, plan.RelieveHoneyBound},
		},
		{"honey-bound", nil, plan.RelieveHoneyBound, nil, []plan.Action{plan.FeedEmergency, plan.Leave}},
		{
			"light", nil, plan.FeedEmergency, nil,
			[]plan.Action{plan.HarvestSuper, plan.Leave, plan.FeedWinter},
		},
		{
			"autumn", nil, plan.FeedWinter, nil,
			[]plan.Action{plan.AddSuper, plan.CheckCells},
		},
		// Suspected brood disease: stop, move nothing, whatever else is due.
		{"super-nearly-full", func(c *assessment.Case) { c.Health = colony.Suspect }, plan.LookCloser, nil, nil},
		// Four weeks without a look in season: not known.
		{"super-nearly-full", func(c *assessment.Case) {
			c.Today += 28
			c.Visit += 28
		}, plan.CheckCells, nil, []plan.Action{plan.Leave}},
		// No eggs, no larvae, and no cells on any comb: the queen question comes first, and another look would not answer it.
		{"light", func(c *assessment.Case) {
			c.Look.Queen.Eggs, c.Look.Queen.Larvae = false, false
			c.Look.Boxes[0].Counts.Honey, c.Look.Boxes[0].Counts.Empty = 4, 1.5
		}, "", []plan.Action{plan.GiveCellOrQueen}, []plan.Action{plan.Leave, plan.FeedEmergency}},
		// A nest merely full of brood is not honey-bound.
		{"super-nearly-full", func(c *assessment.Case) {
			c.Look.Boxes[0].Counts.Honey, c.Look.Boxes[0].Counts.Nectar = 0.5, 0
			c.Look.Boxes[1].Counts.Honey, c.Look.Boxes[1].Counts.Nectar = 1, 0
		}, plan.AddSuper, nil, []plan.Action{plan.RelieveHoneyBound}},
	}
	for _, tt := range tests {
		c := example(t, tt.record)
		if tt.change != nil {
			tt.change(&c)
		}
		a := assess(t, c)
		if tt.first != "" && a.Advice[0].Action != tt.first {
			t.Errorf("%s: first advice of %v, want %s", tt.record, actions(a), tt.first)
		}
		for _, w := range tt.also {
			if find(a, w) == nil {
				t.Errorf("%s: no %s among %v", tt.record, w, actions(a))
			}
		}
		for _, w := range tt.not {
			if find(a, w) != nil {
				t.Errorf("%s: %s among %v", tt.record, w, actions(a))
			}
		}
	}
}

func TestUnknownHistoryHoldsTheHarvest(t *testing.T) {
	ready := func() assessment.Case {
		c := example(t, "super-nearly-full")
		c.Today, c.Visit, c.Look.Day = c.Today+45, c.Visit+45, c.Today+45
		c.Look.Boxes[2].Counts.Honey, c.Look.Boxes[2].Counts.Nectar, c.Look.Boxes[2].Counts.Empty = 9.2, 0.6, 0.2
		return c
	}
	if a := assess(t, ready()); find(a, plan.HarvestSuper) == nil || find(a, plan.HoldHarvest) != nil {
		t.Errorf("a capped super of known history: %v, want a harvest", actions(a))
	}
	for name, change := range map[string]func(*assessment.Case){
		"unknown history": func(c *assessment.Case) { c.HistoryKnown = false },
		"under treatment": func(c *assessment.Case) {
			c.Treatments = []colony.Period{{What: "amitraz strips", From: c.Today - 20}}
		},
		"label's waiting time": func(c *assessment.Case) {
			c.Treatments = []colony.Period{
				{What: "formic acid", From: c.Today - 20, To: c.Today - 8, Until: c.Today + 3},
			}
		},
		"fed with the super on": func(c *assessment.Case) {
			c.Feeds = []colony.Period{{What: "2:1 syrup", From: c.Today - 30, To: c.Today - 25}}
		},
		"not capped": func(c *assessment.Case) { c.Look.Boxes[2].Counts.Honey, c.Look.Boxes[2].Counts.Nectar = 5, 4.8 },
	} {
		c := ready()
		change(&c)
		a := assess(t, c)
		if find(a, plan.HarvestSuper) != nil || find(a, plan.HoldHarvest) == nil {
			t.Errorf("%s: %v, want the harvest held", name, actions(a))
		}
	}
	// A treatment long over does not bar.
	c := ready()
	c.Treatments = []colony.Period{{What: "oxalic acid", From: c.Today - 200, To: c.Today - 200, Until: c.Today - 199}}
	if a := assess(t, c); find(a, plan.HarvestSuper) == nil {
		t.Errorf("treated in winter and over: %v, want a harvest", actions(a))
	}
}

// TestAfterIsTheForecastOfTheChangedStack compares what a step does to the forecast with a
// direct run on the stack as it would be afterwards.
func TestAfterIsTheForecastOfTheChangedStack(t *testing.T) {
	t.Run("add super", func(t *testing.T) {
		c := example(t, "super-nearly-full")
		x := assess(t, c)
		a := find(x, plan.AddSuper)
		n := int(a.Needs[0].Count)
		f, _ := hive.FormatFor("langstroth-medium-10")
		for i := range n {
			c.Stack, _ = c.Stack.AddBox(
				len(c.Stack.Boxes),
				hive.NewBox("new"+strconv.Itoa(i), f, f.Slots, hive.Make{Super: true, Drawn: true}),
			)
		}
		// The bees find a box put over one in use later than a direct look at
		// an already used stack would say: one day either way.
		sameRunways(t, x, a, assess(t, c).Base, 2)
	})
	without := func(c assessment.Case, box int) *forecast.Result {
		e := assess(t, c).Estimate
		bees := e.Bees
		e.Stack, _, _ = e.Stack.RemoveBox(box)
		e.Sum()
		e.Bees = bees
		return assessment.Assess(c, e, nil).Base
	}
	t.Run("relieve", func(t *testing.T) {
		c := example(t, "honey-bound")
		x := assess(t, c)
		// A direct look would also read the queen's potential off the smaller
		// nest; two days cover that.
		sameRunways(t, x, find(x, plan.RelieveHoneyBound), without(c, 1), 2)
	})
	t.Run("harvest", func(t *testing.T) {
		c := example(t, "super-nearly-full")
		c.Look.Boxes[2].Counts.Honey, c.Look.Boxes[2].Counts.Nectar, c.Look.Boxes[2].Counts.Empty = 9.2, 0.6, 0.2
		x := assess(t, c)
		a := find(x, plan.HarvestSuper)
		if a == nil {
			t.Fatal("no harvest")
		}
		sameRunways(t, x, a, without(c, 2), 1)
	})
}

// sameRunways holds a counterfactual against a direct run: each end within some
// days or, where few members end and a quantile wanders, the chance of having
// ended by then within one in twenty-five.
func sameRunways(t *testing.T, of *assessment.Assessment, a *plan.Advice, direct *forecast.Result, days float64) {
	t.Helper()
	today := slices.Clone(a.Changes)
	for i := range today {
		today[i].Day = of.Situation.Today
	}
	with := of.Situation.With(today...)
	at := func(v *float64) float64 {
		if v == nil {
			return float64(direct.Horizon)
		}
		return *v
	}
	for i, n := range forecast.Names {
		d := direct.Runway[i]
		for _, p := range [][2]*float64{
			{with.Runway[i].Low, d.Low}, {with.Runway[i].Likely, d.Likely}, {with.Runway[i].High, d.High},
		} {
			mid := (at(p[0]) + at(p[1])) / 2
			if math.Abs(at(p[0])-at(p[1])) > days && math.Abs(with.Chance(i, mid)-direct.Chance(i, mid)) > 0.04 {
				t.Errorf("%s: with it %v, direct run %v", n, at(p[0]), at(p[1]))
			}
		}
	}
}

// TestReasonsSayTheFigures reads the numbers back out of the sentences.
func TestReasonsSayTheFigures(t *testing.T) {
	for _, name := range []string{"super-nearly-full", "honey-bound", "light", "autumn"} {
		for _, a := range assess(t, example(t, name)).Advice {
			rest := a.Reason
			for _, f := range a.Figures {
				said := f.Text
				if !strings.Contains(a.Reason, said) {
					said = words.Capital(said) // at the beginning of a sentence
				}
				if !strings.Contains(a.Reason, said) {
					continue // kept for the JSON, not said
				}
				rest = strings.Replace(rest, said, "", 1)
				n, err := strconv.ParseFloat(strings.ReplaceAll(strings.Fields(f.Text)[0], ",", ""), 64)
				if err != nil || strings.Contains(f.Text, "chance") {
					continue
				}
				if math.Abs(n-f.Value) > 0.051*math.Abs(f.Value)+0.5 {
					t.Errorf("%s, %s: says %q for %v", name, a.Action, f.Text, f.Value)
				}
			}
			if i := strings.IndexAny(rest, "0123456789"); i >= 0 {
				t.Errorf("%s, %s: %q has a number that is no figure: %q", name, a.Action, a.Reason, rest[i:])
			}
			if strings.ContainsAny(a.Reason, "{}") || strings.Contains(a.Reason, "NaN") ||
				strings.Contains(a.Reason, "Inf") {
				t.Errorf("%s, %s: %q", name, a.Action, a.Reason)
			}
		}
	}
}

// TestFiguresAgreeWithTheAnswer: what a reason says of stores, bees and cells
// is what the answer's own keys say.
func TestFiguresAgreeWithTheAnswer(t *testing.T) {
	compared := 0
	for _, name := range []string{"super-nearly-full", "honey-bound", "light", "autumn"} {
		c := example(t, name)
		answer := exchange.AnswerOf(c, assess(t, c))
		want := map[string]float64{
			"stores": answer.StoresKg.Likely, "low": answer.StoresKg.Low, "free": answer.FreeCells.Likely,
			"bees": answer.Bees.Likely,
		}
		for _, a := range answer.Advice {
			for _, f := range a.Figures {
				w, ok := want[f.Key]
				if !ok || f.Key == "low" && a.Action != plan.FeedEmergency {
					continue
				}
				compared++
				if f.Value != w {
					t.Errorf("%s, %s: %s is %v in the reason, %v in the answer", name, a.Action, f.Key, f.Value, w)
				}
			}
		}
	}
	if compared < 4 {
		t.Errorf("only %d figures were compared", compared)
	}
}

// TestQueenCellsFoundComeFirst: nothing about a visit may put them off, and what dealing with them is stands in
// the headline.
func TestQueenCellsFoundComeFirst(t *testing.T) {
	c := example(t, "super-nearly-full")
	c.Look.Queen.CappedCells, c.Look.Queen.ChargedCells = 2, 5
	a := find(assess(t, c), plan.SwarmControl)
	if a == nil || a.ActBy > c.Today+1 || !strings.Contains(a.Reason, "5 charged and 2 capped") ||
		!strings.Contains(a.Do, "nuc") && !strings.Contains(a.Do, "Split") && !strings.Contains(a.Do, "Take down") {
		t.Errorf("seven cells found: %+v", a)
	}
}

func TestWrongRecordsAreRefusedByField(t *testing.T) {
	good, err := os.ReadFile("../docs/examples/light.json")
	if err != nil {
		t.Fatal(err)
	}
	tests := []struct{ name, old, new, says string }{
		{"shares over one", `"brood": 4`, `"brood": 9`, "box 1"},
		{"negative count", `"honey": 1`, `"honey": -1`, "honey"},
		{
			"date in the future", `"date": "2026-04-20",` + "\n",
			`"date": "2026-04-20", "look_date": "2026-04-21",` + "\n", "look_date",
		},
		{"visit before date", `"next_visit": "2026-05-02"`, `"next_visit": "2026-04-02"`, "next_visit"},
		{"unknown format", `national-brood-11`, `top-hat`, "format"},
		{"unknown field", `"colony"`, `"colour": 3, "colony"`, "colour"},
		{"broken", `"queen": {`, `"queen": `, "JSON"},
		{"not a date", `2026-05-02`, `2nd May`, "date"},
		{"too many seams", `"seams": 6`, `"seams": 16`, "seams"},
		{"wrong kind", `"seams": 6`, `"seams": "six"`, "seams"},
		{"no such climate", `"uk"`, `"moon"`, "climate"},
		{"other version", `"kembo_record": 1`, `"kembo_record": 7`, "kembo_record"},
	}
	for _, tt := range tests {
		text := strings.Replace(string(good), tt.old, tt.new, 1)
		if text == string(good) {
			t.Fatalf("%s: nothing replaced", tt.name)
		}
		r, err := exchange.ReadRecord(strings.NewReader(text))
		if err == nil {
			var c assessment.Case
			if c, err = r.Case(); err == nil {
				_, err = assessment.Of(c, nil)
			}
		}
		if err == nil || !strings.Contains(err.Error(), tt.says) || !errors.Is(err, exchange.ErrRecord) ||
			strings.Contains(err.Error(), "\n") {
			t.Errorf("%s: error %v, want one sentence that names %q", tt.name, err, tt.says)
		}
	}
}

// TestSchemaListsTheFields holds the published schema against the types.
func TestSchemaListsTheFields(t *testing.T) {
	raw, err := os.ReadFile("../docs/record.schema.json")
	if err != nil {
		t.Fatal(err)
	}
	var root map[string]any
	if err := json.Unmarshal(raw, &root); err != nil {
		t.Fatal(err)
	}
	checkSchema(t, "record", root, root, reflect.TypeFor[exchange.Record]())
	// Its climates are those that there are.
	var climates []any
	for _, c := range season.Climates {
		climates = append(climates, c.Key)
	}
	if i := strings.Index(string(raw), `"climate": {`); i < 0 {
		t.Error("the schema has no climate")
	} else {
		var got struct{ Enum []any }
		from := string(raw)[i+len(`"climate": `):]
		if err := json.NewDecoder(strings.NewReader(from)).Decode(&got); err != nil || !slices.Equal(got.Enum, climates) {
			t.Errorf("the schema's climates are %v (%v), there are %v", got.Enum, err, climates)
		}
	}
}

// TestTheHemisphereFollowsASouthernClimate: it need not be told; told otherwise it is refused by
// name, and a climate that is found anywhere is where the record has it.
func TestTheHemisphereFollowsASouthernClimate(t *testing.T) {
	site := func(climate, hemisphere string) (season.Hemisphere, error) {
		raw, err := os.ReadFile("../docs/examples/honey-bound.json")
		if err != nil {
			t.Fatal(err)
		}
		var record map[string]any
		if err := json.Unmarshal(raw, &record); err != nil {
			t.Fatal(err)
		}
		record["site"] = map[string]any{"climate": climate}
		if hemisphere != "" {
			record["site"].(map[string]any)["hemisphere"] = hemisphere
		}
		raw, err = json.Marshal(record)
		if err != nil {
			t.Fatal(err)
		}
		r, err := exchange.ReadRecord(bytes.NewReader(raw))
		if err != nil {
			return "", err
		}
		c, err := r.Case()
		return c.Site.Hemisphere, err
	}
	for _, tt := range []struct {
		climate, hemisphere string
		want                season.Hemisphere
	}{
		{"australia-south-east", "", season.South}, {"maritime-south", "south", season.South},
		{"mediterranean", "", season.North}, {"mediterranean", "south", season.South}, {"us-mid", "south", season.South},
	} {
		if got, err := site(tt.climate, tt.hemisphere); err != nil || got != tt.want {
			t.Errorf("%s, %q: %q, %v", tt.climate, tt.hemisphere, got, err)
		}
	}
	if _, err := site("australia-south-east", "north"); err == nil || !strings.Contains(err.Error(), "site.hemisphere") {
		t.Errorf("in the north: %v", err)
	}
}

func checkSchema(t *testing.T, path string, root, node map[string]any, ty reflect.Type) {
	t.Helper()
	for ty.Kind() == reflect.Pointer {
		ty = ty.Elem()
	}
	if ref, ok := node["$ref"].(string); ok {
		node = root["$defs"].(map[string]any)[strings.TrimPrefix(ref, "#/$defs/")].(map[string]any)
	}
	switch {
	case ty.Kind() == reflect.Slice:
		items, ok := node["items"].(map[string]any)
		if !ok {
			t.Errorf("%s: no items", path)
			return
		}
		checkSchema(t, path+"[]", root, items, ty.Elem())
	case ty.Kind() == reflect.Struct:
		props, _ := node["properties"].(map[string]any)
		if node["additionalProperties"] != false {
			t.Errorf("%s: the schema must refuse unknown fields", path)
		}
		for i := range ty.NumField() {
			name, _, _ := strings.Cut(ty.Field(i).Tag.Get("json"), ",")
			p, ok := props[name].(map[string]any)
			if !ok {
				t.Errorf("%s.%s is not in the schema", path, name)
				continue
			}
			checkSchema(t, path+"."+name, root, p, ty.Field(i).Type)
		}
		if len(props) != ty.NumField() {
			t.Errorf("%s: %d properties in the schema, %d fields", path, len(props), ty.NumField())
		}
	}
}

// TestTheTextSaysWhatTheJSONSays: the same assessment, for a person.
func TestTheTextSaysWhatTheJSONSays(t *testing.T) {
	for _, name := range []string{"super-nearly-full", "honey-bound", "light", "autumn"} {
		c := example(t, name)
		answer := exchange.AnswerOf(c, assess(t, c))
		var b strings.Builder
		if err := answer.WriteText(&b); err != nil {
			t.Fatal(err)
		}
		text := b.String()
		for _, a := range answer.Advice {
			if !strings.Contains(text, a.Do) || !strings.Contains(text, a.Reason) ||
				!strings.Contains(text, string(a.Action)) {
				t.Errorf("%s: the text lacks %q", name, a.Do)
			}
		}
		for _, n := range forecast.Names {
			if want := exchange.Days(answer.RunwayDays[n].Likely, answer.HorizonDays); !strings.Contains(text, want) {
				t.Errorf("%s: the text lacks the %s runway, %s", name, n, want)
			}
		}
		if strings.Contains(text, "%!") || strings.Contains(text, "NaN") {
			t.Errorf("%s: %s", name, text)
		}
	}
}

// TestTheSameRecordGivesTheSameBytes: no clock and no chance outside the seed.
func TestTheSameRecordGivesTheSameBytes(t *testing.T) {
	print := func(seed uint64) string {
		c := example(t, "honey-bound")
		c.Seed = seed
		b, err := json.Marshal(exchange.AnswerOf(c, assess(t, c)))
		if err != nil {
			t.Fatal(err)
		}
		return string(b)
	}
	first := print(1)
	if again := print(1); again != first {
		t.Error("one record gave two answers")
	}
	if print(2) == first {
		t.Error("the seed changes nothing")
	}
}

func FuzzReadRecord(f *testing.F) {
	for _, n := range []string{"light", "honey-bound"} {
		b, err := os.ReadFile("../docs/examples/" + n + ".json")
		if err != nil {
			f.Fatal(err)
		}
		f.Add(string(b))
	}
	f.Fuzz(func(t *testing.T, s string) {
		r, err := exchange.ReadRecord(strings.NewReader(s))
		if err != nil {
			return
		}
		c, err := r.Case()
		if err != nil {
			if strings.Contains(err.Error(), "\n") {
				t.Errorf("more than a sentence: %v", err)
			}
			return
		}
		if c.Visit-c.Today > 366 || len(c.Stack.Boxes) > 12 {
			return
		}
		a, err := assessment.Of(c, nil)
		if err != nil {
			return
		}
		if _, err := json.Marshal(exchange.AnswerOf(c, a)); err != nil {
			t.Errorf("the answer cannot be written: %v", err)
		}
	})
}

func BenchmarkAssessment(b *testing.B) {
	for _, n := range []string{"super-nearly-full", "honey-bound", "light"} {
		b.Run(n, func(b *testing.B) {
			c := example(b, n)
			for b.Loop() {
				assess(b, c)
			}
		})
	}
}
