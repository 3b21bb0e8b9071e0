package exchange_test

import (
	"strings"
	"testing"

	"kembo/core/assessment"
	"kembo/core/look"
	"kembo/exchange"
)

// TestALookThroughTheLidSaysWhatItRestsOn: seams, a super at a glance and both
// sides lifted; nobody has seen the brood.
func TestALookThroughTheLidSaysWhatItRestsOn(t *testing.T) {
	c := example(t, "through-the-lid")
	a, err := assessment.Of(c, nil)
	if err != nil {
		t.Fatal(err)
	}
	ans := exchange.AnswerOf(c, a)
	if len(ans.Boxes) != 2 || ans.Boxes[0].Brood != "assumed" || ans.Boxes[1].Stores != "measured" ||
		ans.Boxes[1].Depth != "seams" {
		t.Errorf("it rests on %+v", ans.Boxes)
	}
	brood := ans.BroodCells.Capped
	if brood.High < 2.5*brood.Low {
		t.Errorf("nobody has seen the brood, yet it is %.0f to %.0f capped cells", brood.Low, brood.High)
	}
	// Weighed, the stores are surer than without.
	light := c
	light.Look.Weight = look.Weight{}
	b, err := assessment.Of(light, nil)
	if err != nil {
		t.Fatal(err)
	}
	with, without := a.Base.Stores, b.Base.Stores
	if (with.High-with.Low)/with.Likely >= (without.High-without.Low)/without.Likely {
		t.Errorf("weighed %+v, not weighed %+v", with, without)
	}
}

// TestOwnFormatInARecord: a box by its dimensions answers as the catalogue's
// does, and a word that is none is refused by its field.
func TestOwnFormatInARecord(t *testing.T) {
	const record = `{"kembo_record":1,"colony":"c","date":"2026-06-03","next_visit":"2026-06-13","site":{},
	"queen":{"looked":true,"seen":false,"eggs":true,"larvae":true,"capped":true,"clipped":true},
		"cells":{},"health":{},"history_known":true,"stack":{"boxes":[%BOX%]}}`
	read := func(box string) (assessment.Case, error) {
		rec, err := exchange.ReadRecord(strings.NewReader(strings.Replace(record, "%BOX%", box, 1)))
		if err != nil {
			t.Fatal(err)
		}
		return rec.Case()
	}
	const counts = `,"counts":{"brood":4,"honey":3,"nectar":0,"pollen":1,"empty":2,"undrawn":0},"seams":7}`
	own, err := read(
		`{"format":"mine","own_format":{"comb_length_mm":429,"comb_height_mm":203,"slots":10,"inner_width_mm":375,"box_kg":3.4,"frame_kg":0.3}` + counts,
	)
	if err != nil {
		t.Fatal(err)
	}
	deep, err := read(`{"format":"deep-10"` + counts)
	if err != nil {
		t.Fatal(err)
	}
	a, err := assessment.Of(own, nil)
	if err != nil {
		t.Fatal(err)
	}
	b, err := assessment.Of(deep, nil)
	if err != nil {
		t.Fatal(err)
	}
	if a.Base.Stores != b.Base.Stores || a.Base.Capped != b.Base.Capped {
		t.Errorf("by dimensions %+v, by name %+v", a.Base.Stores, b.Base.Stores)
	}
	if _, err := read(
		`{"format":"mine","own_format":{"comb_length_mm":4290,"comb_height_mm":203,"slots":10,"inner_width_mm":375,"box_kg":3.4,"frame_kg":0.3}` + counts,
	); err == nil {
		t.Error("a comb of four metres is taken")
	}
	wrong, err := read(`{"format":"deep-10","heft":"enormous"}`)
	if err == nil {
		_, err = assessment.Of(wrong, nil)
	}
	if err == nil || !strings.Contains(err.Error(), "box 1, heft: say light, fair or heavy") {
		t.Errorf("a heft that is no word: %v", err)
	}
}
