// Package hive holds the wooden ware: box formats, boxes, frames and the
// stack they make, with tares, lift mass and operations that conserve frames.
package hive

import (
	"fmt"
	"slices"
	"strings"

	"kembo/core/comb"
)

// Frame formats by outer size less the bars (values A1, derived).
var (
	langstrothDeep    = comb.FrameFormat{Name: "Langstroth deep", LengthMM: 429, HeightMM: 203}
	langstrothMedium  = comb.FrameFormat{Name: "Langstroth medium", LengthMM: 429, HeightMM: 130}
	langstrothShallow = comb.FrameFormat{Name: "Langstroth shallow", LengthMM: 429, HeightMM: 108}
	nationalBrood     = comb.FrameFormat{Name: "British National brood", LengthMM: 337, HeightMM: 197}
	nationalSuper     = comb.FrameFormat{Name: "British National super", LengthMM: 337, HeightMM: 121}
	national14x12     = comb.FrameFormat{Name: "British 14×12", LengthMM: 337, HeightMM: 286}
	commercial        = comb.FrameFormat{Name: "Commercial 16×10", LengthMM: 387, HeightMM: 235}
	dadantBrood       = comb.FrameFormat{Name: "Dadant-Blatt brood", LengthMM: 420, HeightMM: 270}
	dadantSuper       = comb.FrameFormat{Name: "Dadant-Blatt super", LengthMM: 420, HeightMM: 130}
)

// BroodPitchMM is the distance between the midribs of self-spaced frames.
// Source: common practice, 35 mm (1 3/8 in).
const BroodPitchMM = 35

// BeeSpaceMM is what bees leave between two combs. Source: common practice,
// 6 to 9 mm; 9 between capped honey combs.
const BeeSpaceMM = 9

// BoxFormat is a kind of box by its dimensions.
type BoxFormat struct {
	Key          string // closed list, as in "langstroth-deep-10"
	Name         string
	Short        string // "deep", for a label
	Frame        comb.FrameFormat
	Slots        int
	InnerWidthMM float64 // across the frames
	BoxTareKg    float64 // the empty box
	FrameWoodKg  float64 // one frame with foundation
	DrawnWaxKg   float64 // the wax of one drawn comb
	Super        bool    // usually used above the nest
}

// Formats is the shipped catalogue. Tares of Langstroth ware are from values
// A3 (pine, 0.43 kg/L; frames common practice); those of the others are scaled
// by area and low in confidence.
var Formats = []BoxFormat{
	{"langstroth-deep-10", "Langstroth deep, 10 frames", "deep", langstrothDeep, 10, 375, 3.4, 0.30, 0.10, false},
	{"langstroth-deep-8", "Langstroth deep, 8 frames", "deep", langstrothDeep, 8, 311, 3.2, 0.30, 0.10, false},
	{"langstroth-medium-10", "Langstroth medium, 10 frames", "medium", langstrothMedium, 10, 375, 2.4, 0.25, 0.065, true},
	{"langstroth-medium-8", "Langstroth medium, 8 frames", "medium", langstrothMedium, 8, 311, 2.2, 0.25, 0.065, true},
	{"langstroth-shallow-10", "Langstroth shallow, 10 frames", "shallow", langstrothShallow, 10, 375, 2.0, 0.21, 0.055, true},
	{"langstroth-shallow-8", "Langstroth shallow, 8 frames", "shallow", langstrothShallow, 8, 311, 1.9, 0.21, 0.055, true},
	{"national-brood-11", "British National brood, 11 frames", "brood", nationalBrood, 11, 422, 3.6, 0.26, 0.08, false},
	{"national-super-10", "British National super, 10 frames", "super", nationalSuper, 10, 422, 2.5, 0.20, 0.05, true},
	{"national-14x12-11", "British 14×12, 11 frames", "14×12", national14x12, 11, 422, 4.9, 0.32, 0.11, false},
	{"commercial-11", "Commercial 16×10, 11 frames", "brood", commercial, 11, 422, 4.2, 0.31, 0.11, false},
	{"dadant-brood-11", "Dadant-Blatt brood, 11 frames", "brood", dadantBrood, 11, 450, 5.0, 0.38, 0.13, false},
	{"dadant-super-10", "Dadant-Blatt super, 10 frames", "super", dadantSuper, 10, 450, 2.8, 0.25, 0.065, true},
	{"langstroth-nuc-5", "Langstroth nuc, 5 frames", "nuc", langstrothDeep, 5, 190, 2.2, 0.30, 0.10, false},
}

// ErrFormat is returned by FormatFor for a key that is not in the catalogue.
type ErrFormat string

func (e ErrFormat) Error() string {
	keys := make([]string, len(Formats))
	for i, f := range Formats {
		keys[i] = f.Key
	}
	return fmt.Sprintf("%q is not a box format; the catalogue has %s", string(e), strings.Join(keys, ", "))
}

// FormatFor returns the catalogue entry for key.
func FormatFor(key string) (BoxFormat, error) {
	i := slices.IndexFunc(Formats, func(f BoxFormat) bool { return f.Key == key })
	if i < 0 {
		return BoxFormat{}, ErrFormat(key)
	}
	return Formats[i], nil
}

// ThicknessMM returns the thickness that capped honey comb grows to with the
// given number of frames in the box: brood spacing when the box is full,
// spread evenly when it is not. Frames must be 1 or more.
func (f BoxFormat) ThicknessMM(frames int) float64 {
	pitch := float64(BroodPitchMM)
	if frames < f.Slots {
		pitch = f.InnerWidthMM / float64(max(frames, 1))
	}
	// Bees will not build a comb of any thickness: past two inches they start
	// another (common practice, no source).
	return min(pitch, 50) - BeeSpaceMM
}

// SuperFor returns the key of the super that goes with a box of the given
// format: the same width, the usual depth.
func SuperFor(f BoxFormat) string {
	switch {
	case strings.HasPrefix(f.Key, "langstroth") && f.Slots == 8:
		return "langstroth-medium-8"
	case strings.HasPrefix(f.Key, "langstroth"):
		return "langstroth-medium-10"
	case strings.HasPrefix(f.Key, "dadant"):
		return "dadant-super-10"
	default:
		return "national-super-10"
	}
}
