package moves

import (
	"fmt"

	"kembo/core/hive"
)

// Box is a box with the ids of its frames, all drawn and empty or foundation
// until they are looked at.
type Box struct {
	ID     string   `json:"id"`
	Format string   `json:"format"`
	Frames []string `json:"frames"`
	Super  bool     `json:"super,omitempty"`
	Drawn  bool     `json:"drawn,omitempty"`
	// Own holds the dimensions of a format that is not in the catalogue, as
	// they were when the box was put on.
	Own *OwnFormat `json:"own_format,omitempty"`
}

// OwnFormat is a box format that a user has added.
type OwnFormat struct {
	Name         string  `json:"name"`
	LengthMM     float64 `json:"length_mm"` // of the comb inside a frame
	HeightMM     float64 `json:"height_mm"`
	Slots        int     `json:"slots"`
	InnerWidthMM float64 `json:"inner_width_mm"`
	BoxKg        float64 `json:"box_kg"`
	FrameKg      float64 `json:"frame_kg"`
	Super        bool    `json:"super,omitempty"`
}

// Format returns f as the hive's, under a key.
func (f OwnFormat) Format(key string) (hive.BoxFormat, error) {
	return hive.Own(key, hive.Dimensions(f))
}

// BoxOf returns a box of a format with the ids given, as a log holds it: a
// format of the catalogue by its key, any other with its dimensions.
func BoxOf(f hive.BoxFormat, id string, frames []string, as hive.Make) Box {
	b := Box{ID: id, Format: f.Key, Frames: frames, Super: as.Super, Drawn: as.Drawn}
	if _, err := hive.FormatFor(f.Key); err != nil {
		b.Own = &OwnFormat{
			Name:         f.Name,
			LengthMM:     f.Frame.LengthMM,
			HeightMM:     f.Frame.HeightMM,
			Slots:        f.Slots,
			InnerWidthMM: f.InnerWidthMM,
			BoxKg:        f.BoxTareKg,
			FrameKg:      f.FrameWoodKg,
			Super:        f.Super,
		}
	}
	return b
}

// NewBox returns a box of n new frames, with ids made by id.
func NewBox(f hive.BoxFormat, n int, as hive.Make, id func() string) Box {
	frames := make([]string, n)
	for i := range frames {
		frames[i] = id()
	}
	return BoxOf(f, id(), frames, as)
}

// Made returns the box as it comes on a hive.
func (x Box) Made() (hive.Box, error) {
	f, err := x.format()
	if err != nil {
		return hive.Box{}, err
	}
	if len(x.Frames) > f.Slots {
		return hive.Box{}, fmt.Errorf("%d frames do not fit %s, which has %d slots", len(x.Frames), f.Name, f.Slots)
	}
	out := hive.NewBox(x.ID, f, len(x.Frames), hive.Make{Super: x.Super, Drawn: x.Drawn})
	for i, id := range x.Frames {
		out.Frames[i].ID = id
	}
	return out, nil
}

// format returns the format a box was put on with.
func (x Box) format() (hive.BoxFormat, error) {
	if x.Own != nil {
		return x.Own.Format(x.Format)
	}
	return hive.FormatFor(x.Format)
}
