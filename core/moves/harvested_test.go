package moves_test

import (
	"math"
	"strings"
	"testing"

	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/moves"
)

// TestTwoWeighingsOfAHive: 160 lb before and 106 lb after two medium boxes with twenty drawn frames came off is 54 lb lighter, of which some
// 24 lb are wood and wax by the catalogue: 13.4 kg of honey, and not 24.5 (the worked example of two boxes; tares by values A3).
func TestTwoWeighingsOfAHive(t *testing.T) {
	medium, err := hive.FormatFor("langstroth-medium-10")
	if err != nil {
		t.Fatal(err)
	}
	h := moves.Hive{Colony: "c", Stack: hive.Stack{Boxes: []hive.Box{
		hive.NewBox("nest", medium, medium.Slots, hive.Make{Drawn: true}),
		hive.NewBox("one", medium, medium.Slots, hive.Make{Super: true, Drawn: true}),
		hive.NewBox("two", medium, medium.Slots, hive.Make{Super: true, Drawn: true}),
	}}}
	const pound = 0.45359237
	a := &moves.Harvested{Boxes: []string{"one", "two"}, BeforeKg: 160 * pound, AfterKg: 106 * pound}
	if got := a.HoneyKg(h); math.Abs(got-13.4) > 0.05 {
		t.Errorf("%.2f kg of honey, want 13.4", got)
	}
	if _, say := a.Words(measure.Systems[0]); !strings.Contains(say, "the hive 24.5 kg lighter") {
		t.Errorf("it says %q", say)
	}
	if _, err := moves.Do(moves.Of(h), a, 0); err != nil {
		t.Errorf("it is refused: %v", err)
	}
	for name, wrong := range map[string]moves.Harvested{
		"one of the two":        {BeforeKg: 70},
		"the wrong way round":   {BeforeKg: 48, AfterKg: 72},
		"and with the wood":     {BeforeKg: 72, AfterKg: 48, GrossKg: 24},
		"less than the wood":    {BeforeKg: 52, AfterKg: 48},
		"more than a hive does": {BeforeKg: 7200, AfterKg: 48},
	} {
		wrong.Boxes = []string{"one", "two"}
		if _, err := moves.Do(moves.Of(h), &wrong, 0); err == nil {
			t.Errorf("%s is taken", name)
		}
	}
}
