package proof

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"io"

	"kembo/core/assessment"
)

// Entrant is a keeper who is compared.
type Entrant struct {
	Key, Name string
	make      func() Keeper
}

// Entrants are those who keep each world, in the order of the table.
var Entrants = []Entrant{
	{"plans", "Kembo’s plans, followed", func() Keeper { return follow(1, false) }},
	{"half", "Kembo’s plans, half of them done", func() Keeper { return follow(0.5, false) }},
	{"knowing", "the same engine that sees and knows all", func() Keeper { return follow(1, true) }},
	{"practised", "a good practitioner", func() Keeper { return new(practised) }},
	{"round", "a fixed round each fortnight", func() Keeper { return new(round) }},
	{"alone", "all supers on as the flow begins", func() Keeper { return new(letAlone) }},
}

// Result is what came of a world under a keeper.
type Result struct {
	Model   string `json:"model"` // version that plans were made by
	Climate string `json:"climate"`
	Seed    uint64 `json:"seed"`
	Keeper  string `json:"keeper"`
	Visits  [2]int `json:"visits"` // outside the season of swarms, and in it
	Tally
}

// Key names the run of which it is the result.
func (r Result) Key() string { return KeyOf(r.Climate, r.Seed, r.Keeper) }

// Run lets a keeper keep a world.
func (e Entrant) Run(ctx context.Context, climate string, seed uint64) (Result, error) {
	w, err := NewWorld(climate, seed)
	if err != nil {
		return Result{}, err
	}
	y, err := Live(ctx, w, e.make())
	if err != nil {
		return Result{}, err
	}
	return Result{
		Model: assessment.ModelVersion, Climate: climate, Seed: seed, Keeper: e.Key, Visits: y.Visits, Tally: y.Sum(),
	}, nil
}

// Read reads results, a line each. The error names the line that is none.
func Read(from io.Reader) ([]Result, error) {
	var out []Result
	lines := bufio.NewScanner(from)
	for n := 1; lines.Scan(); n++ {
		var r Result
		if err := json.Unmarshal(lines.Bytes(), &r); err != nil {
			return nil, fmt.Errorf("line %d is no result: %w; remove it, or give another file", n, err)
		}
		out = append(out, r)
	}
	if err := lines.Err(); err != nil {
		return nil, fmt.Errorf("read the results: %w", err)
	}
	return out, nil
}
