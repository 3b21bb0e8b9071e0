package outlook

import (
	"flag"
	"math"
	"os"
	"testing"
)

var update = flag.Bool("update", false, "write core/endvalue/fitted.go anew")

// TestFittedIsWhatTheLabFits: the coefficients that the program uses are those that the samples give.
func TestFittedIsWhatTheLabFits(t *testing.T) {
	const file = "../../core/endvalue/fitted.go"
	made := FitTo(Fitted()).Go()
	if *update {
		if err := os.WriteFile(file, []byte(made), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	kept, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	if string(kept) != made {
		t.Error("core/endvalue/fitted.go is not what the lab fits; go test ./lab/outlook -update writes it anew")
	}
}

// TestWhatIsToldIsNotFarOff asks it of colonies that nothing was fitted to. Bounds are a little over what
// was measured.
func TestWhatIsToldIsNotFarOff(t *testing.T) {
	for _, e := range Score(Held(500)) {
		t.Logf("%-36s %5d gain %5.1f kg, off %4.1f of %4.1f, bias %4.1f; spring %.2f, off %.2f of %.2f, bias %.2f",
			e.Of, e.Samples, e.GainKg, e.GainOff, e.GainDiffers, e.GainBias, e.Spring, e.SpringOff, e.SpringDiffers,
			e.SpringBias)
		if e.GainOff > 0.85*e.GainDiffers+1 {
			t.Errorf("%s: the gain is off by %.1f kg, where colonies differ by %.1f", e.Of, e.GainOff, e.GainDiffers)
		}
		if e.SpringOff > 0.95*e.SpringDiffers || math.Abs(e.SpringBias) > 0.1 {
			t.Errorf("%s: spring is off by %.2f, where colonies differ by %.2f; bias %.2f", e.Of, e.SpringOff,
				e.SpringDiffers, e.SpringBias)
		}
	}
}
