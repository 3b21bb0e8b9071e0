package honey

import "testing"

// TestKindsByPlant: common practice, no source.
func TestKindsByPlant(t *testing.T) {
	for plant, want := range map[string]Kind{
		"Ling heather": Gel, "ling": Gel, "Bell heather": Plain, "Oilseed rape": Setting, "winter-rape": Setting, "Ivy": Setting,
		"grapevine": Plain, "grape": Plain, "duckling weed": Plain, "lime tree": Plain, "lime (honeydew)": Honeydew, "": Plain,
	} {
		if got := KindOf(plant); got != want {
			t.Errorf("%q is %q, not %q", plant, got, want)
		}
	}
}

// TestWaterOfKinds holds the limits against Codex CXS 12-1981, section 3.3: 20 %, heather (Calluna) 23 %.
func TestWaterOfKinds(t *testing.T) {
	if LawWater(Plain) != 20 || LawWater(Setting) != 20 || LawWater(Gel) != 23 {
		t.Error("the limits are not those of the standard")
	}
	if KeepsWater(Plain, 18.2) != 18.2 || KeepsWater(Gel, 18.2) != 23 {
		t.Error("a keeper's own limit is that of the usual kinds")
	}
}
