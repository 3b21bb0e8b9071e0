package comb_test

import (
	"fmt"

	"kembo/core/comb"
)

// A keeper paints a face in eighths; Kembo turns it into cells and kilograms.
func Example() {
	face, err := comb.ParseFace("H3 N1 P1 B2")
	if err != nil {
		fmt.Println(err)
		return
	}
	deep := comb.FrameFormat{Name: "deep", LengthMM: 429, HeightMM: 203}
	s := face.Shares()
	fmt.Printf("%d eighths known\n", face.Painted())
	fmt.Printf("%.0f capped cells\n", s[comb.Brood]*deep.WorkerCells())
	fmt.Printf("%.2f kg capped honey at 26 mm\n", s[comb.Honey]*deep.HoneyKg(26))
	// Output:
	// 7 eighths known
	// 862 capped cells
	// 0.50 kg capped honey at 26 mm
}
