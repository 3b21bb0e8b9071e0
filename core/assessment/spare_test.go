package assessment_test

import "testing"

// TestAHiveSparesWhatItsNestCanGive: what stands above the nest and may not be sold is food, and is not given in combs; of
// the nest's own stores enough stays for the cluster to begin the winter on.
func TestAHiveSparesWhatItsNestCanGive(t *testing.T) {
	spare := func(hive string) float64 {
		x := situation{name: hive, place: "uk", bloom: limes, on: "2026-10-01", days: 14, hive: hive, told: unknownHistory}
		return x.assess(t).Situation.SpareKg()
	}
	if kg := spare("deep b1 h4.5 p0.5 e4 s8 | medium! h9.5 e0.5 s3 | medium! h6 e4"); kg > 1 {
		t.Errorf("eleven kilograms in the nest, 25 above: %.1f to spare", kg)
	}
	if kg := spare("deep b1 h8 p0.5 e0.5 s8 | medium! h9.5 e0.5 s3 | medium! h6 e4"); kg < 2 {
		t.Errorf("twenty in the nest and 25 above: %.1f to spare", kg)
	}
}
