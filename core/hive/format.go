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
	langstrothJumbo   = comb.FrameFormat{Name: "Langstroth jumbo", LengthMM: 429, HeightMM: 257}
	zander            = comb.FrameFormat{Name: "Zander", LengthMM: 404, HeightMM: 200}
	deutschNormal     = comb.FrameFormat{Name: "Deutsch-Normal", LengthMM: 354, HeightMM: 205}
	layens            = comb.FrameFormat{Name: "Layens", LengthMM: 310, HeightMM: 370}
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
	// FreeBelowMM is the height left under frames that are shorter than their
	// box; bees build there, mostly drone comb.
	FreeBelowMM float64
}

// Formats is the shipped catalogue. Tares of Langstroth ware are from values
// A3 (pine, 0.43 kg/L; frames common practice); those of the others are scaled
// by area and low in confidence.
var Formats = []BoxFormat{
	{"langstroth-deep-10", "Langstroth deep, 10 frames", "deep", langstrothDeep, 10, 375, 3.4, 0.30, 0.10, false, 0},
	{"langstroth-deep-8", "Langstroth deep, 8 frames", "deep", langstrothDeep, 8, 311, 3.2, 0.30, 0.10, false, 0},
	{"langstroth-medium-10", "Langstroth medium, 10 frames", "medium", langstrothMedium, 10, 375, 2.4, 0.25, 0.065, true, 0},
	{"langstroth-medium-8", "Langstroth medium, 8 frames", "medium", langstrothMedium, 8, 311, 2.2, 0.25, 0.065, true, 0},
	{"langstroth-shallow-10", "Langstroth shallow, 10 frames", "shallow", langstrothShallow, 10, 375, 2.0, 0.21, 0.055, true, 0},
	{"langstroth-shallow-8", "Langstroth shallow, 8 frames", "shallow", langstrothShallow, 8, 311, 1.9, 0.21, 0.055, true, 0},
	{"national-brood-11", "British National brood, 11 frames", "brood", nationalBrood, 11, 422, 3.6, 0.26, 0.08, false, 0},
	{"national-super-10", "British National super, 10 frames", "super", nationalSuper, 10, 422, 2.5, 0.20, 0.05, true, 0},
	{"national-14x12-11", "British 14×12, 11 frames", "14×12", national14x12, 11, 422, 4.9, 0.32, 0.11, false, 0},
	{"commercial-11", "Commercial 16×10, 11 frames", "brood", commercial, 11, 422, 4.2, 0.31, 0.11, false, 0},
	{"dadant-brood-11", "Dadant-Blatt brood, 11 frames", "brood", dadantBrood, 11, 450, 5.0, 0.38, 0.13, false, 0},
	{"dadant-super-10", "Dadant-Blatt super, 10 frames", "super", dadantSuper, 10, 450, 2.8, 0.25, 0.065, true, 0},
	{"langstroth-jumbo-10", "Langstroth jumbo, 10 frames", "jumbo", langstrothJumbo, 10, 375, 4.3, 0.34, 0.125, false, 0},
	{"zander-10", "Zander, 10 frames", "brood", zander, 10, 375, 3.3, 0.28, 0.09, false, 0},
	{"deutsch-normal-11", "Deutsch-Normal, 11 frames", "brood", deutschNormal, 11, 410, 3.4, 0.27, 0.08, false, 0},
	{"layens-12", "Layens, 12 frames", "chest", layens, 12, 450, 12, 0.36, 0.13, false, 0},
	{"national-nuc-6", "British National nuc, 6 frames", "nuc", nationalBrood, 6, 230, 2.4, 0.26, 0.08, false, 0},
	{"langstroth-nuc-6", "Langstroth nuc, 6 frames", "nuc", langstrothDeep, 6, 230, 2.4, 0.30, 0.10, false, 0},
	{"langstroth-nuc-5", "Langstroth nuc, 5 frames", "nuc", langstrothDeep, 5, 190, 2.2, 0.30, 0.10, false, 0},
}

// UnknownFormatError is returned by FormatFor for a key that is not in the catalogue.
type UnknownFormatError string

func (e UnknownFormatError) Error() string {
	keys := make([]string, len(Formats))
	for i, f := range Formats {
		keys[i] = f.Key
	}
	return fmt.Sprintf(
		"%q is not a box format; the catalogue has %s; add -poly for polystyrene, or /medium for medium frames in "+
			"a deeper box",
		string(e), strings.Join(keys, ", "),
	)
}

// PolyTare is the mass of a polystyrene box against one of pine. Source:
// common practice, no source; makers differ by a third.
const PolyTare = 0.55

const polySuffix = "-poly"

// FormatFor returns the format for a key: one of the catalogue, a Langstroth
// one without its first word ("medium-10"), either in polystyrene
// ("deep-10-poly"), or a box with the shorter frames of another
// ("langstroth-deep-10/medium").
func FormatFor(key string) (BoxFormat, error) {
	if box, frames, ok := strings.Cut(key, "/"); ok {
		return withFrames(key, box, frames)
	}
	if wood, ok := strings.CutSuffix(key, polySuffix); ok && !strings.HasSuffix(wood, polySuffix) {
		f, err := FormatFor(wood)
		if err != nil {
			return f, UnknownFormatError(key)
		}
		f.Key, f.Name, f.BoxTareKg = f.Key+polySuffix, f.Name+", polystyrene", f.BoxTareKg*PolyTare
		return f, nil
	}
	for _, k := range []string{key, "langstroth-" + key} {
		if i := slices.IndexFunc(Formats, func(f BoxFormat) bool { return f.Key == k }); i >= 0 {
			return Formats[i], nil
		}
	}
	return BoxFormat{}, UnknownFormatError(key)
}

// withFrames returns a box with frames made for a shallower one of its family.
func withFrames(key, box, frames string) (BoxFormat, error) {
	f, err := FormatFor(box)
	if err != nil {
		return f, UnknownFormatError(key)
	}
	for _, in := range Formats {
		if in.Short == frames && in.Frame.LengthMM == f.Frame.LengthMM && in.Frame.HeightMM < f.Frame.HeightMM {
			f.Key, f.Name = f.Key+"/"+frames, f.Name+" with "+frames+" frames"
			f.FreeBelowMM = f.Frame.HeightMM - in.Frame.HeightMM
			f.Frame, f.FrameWoodKg, f.DrawnWaxKg = in.Frame, in.FrameWoodKg, in.DrawnWaxKg
			return f, nil
		}
	}
	return f, UnknownFormatError(key)
}

// DroneCellsBelow returns the drone cells that bees would build under one
// frame that is shorter than its box, both sides, less a bee space.
func (f BoxFormat) DroneCellsBelow() float64 {
	h := max(0, f.FreeBelowMM-BeeSpaceMM)
	return 2 * f.Frame.LengthMM * h / 10000 * comb.DroneCellsPerDm2
}

// Limits of a format that a user adds.
const (
	minFrameMM, maxFrameMM = 60, 600
	maxSlots               = 30
)

// Check returns what cannot be in a format that a user adds, or nil.
func (f BoxFormat) Check() error {
	switch {
	case f.Frame.LengthMM < minFrameMM || f.Frame.LengthMM > maxFrameMM || f.Frame.HeightMM < minFrameMM ||
		f.Frame.HeightMM > maxFrameMM:
		return fmt.Errorf(
			"the comb inside a frame is %d to %d mm long and high; this is %.0f by %.0f", minFrameMM, maxFrameMM,
			f.Frame.LengthMM, f.Frame.HeightMM,
		)
	case f.Slots < 1 || f.Slots > maxSlots:
		return fmt.Errorf("a box takes 1 to %d frames, not %d", maxSlots, f.Slots)
	case f.InnerWidthMM < float64(f.Slots)*28 || f.InnerWidthMM > float64(f.Slots)*60:
		return fmt.Errorf(
			"%d frames in %.0f mm stand %.0f mm apart; combs stand 28 to 60 mm apart, usually 35", f.Slots,
			f.InnerWidthMM, f.InnerWidthMM/float64(f.Slots),
		)
	case f.BoxTareKg <= 0 || f.BoxTareKg > 40 || f.FrameWoodKg <= 0 || f.FrameWoodKg > 3:
		return fmt.Errorf("an empty box weighs up to 40 kg and a frame up to 3 kg, both more than nothing")
	}
	return nil
}

// Dimensions are a box format as a user gives it.
type Dimensions struct {
	Name         string  `json:"name"`
	LengthMM     float64 `json:"length_mm"` // of the comb inside a frame
	HeightMM     float64 `json:"height_mm"`
	Slots        int     `json:"slots"`
	InnerWidthMM float64 `json:"inner_width_mm"` // across the frames
	BoxKg        float64 `json:"box_kg"`
	FrameKg      float64 `json:"frame_kg"`
	Super        bool    `json:"super,omitempty"`
}

// waxCellsPerKg is the worker cells that a kilogram of wax makes (values A3).
const waxCellsPerKg = 77000

// Own returns a format from dimensions a user gives, under a key; the wax of a comb is
// by its area. The error says what cannot be.
func Own(key string, d Dimensions) (BoxFormat, error) {
	f := BoxFormat{
		Key:          key,
		Name:         d.Name,
		Short:        d.Name,
		Frame:        comb.FrameFormat{Name: d.Name, LengthMM: d.LengthMM, HeightMM: d.HeightMM},
		Slots:        d.Slots,
		InnerWidthMM: d.InnerWidthMM,
		BoxTareKg:    d.BoxKg,
		FrameWoodKg:  d.FrameKg,
		Super:        d.Super,
	}
	f.DrawnWaxKg = 2 * f.Frame.WorkerCells() / waxCellsPerKg
	return f, f.Check()
}

// Fill is what a box weighs with its combs full to a share.
type Fill struct {
	ThicknessMM, HoneyKg, TareKg, GrossKg float64
}

// Full returns a box with a number of drawn frames of which share, 0 to 1, is
// capped honey.
func (f BoxFormat) Full(frames int, share float64) Fill {
	t := f.ThicknessMM(frames)
	out := Fill{
		ThicknessMM: t, HoneyKg: 2 * float64(frames) * share * f.Frame.HoneyKg(t),
		TareKg: NewBox("", f, frames, Make{Super: f.Super, Drawn: true}).TareKg(),
	}
	out.GrossKg = out.HoneyKg + out.TareKg
	return out
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
	case strings.HasPrefix(f.Key, "national"), strings.HasPrefix(f.Key, "commercial"):
		return "national-super-10"
	}
	return "" // none is known: the same box again
}

// SuperBeside is SuperFor as a format: where no shallower box is known, the
// same box goes on again.
func SuperBeside(f BoxFormat) BoxFormat {
	if s, err := FormatFor(SuperFor(f)); err == nil {
		return s
	}
	f.Super = true
	return f
}
