package history

import (
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/look"
)

// Kind is what an entry is.
type Kind string

// The kinds, as the store knows them.
const (
	KindStack     Kind = "stack"
	KindLook      Kind = "look"
	KindBoxOn     Kind = "box_on"
	KindBoxOff    Kind = "box_off"
	KindSwap      Kind = "combs_swapped"
	KindFeed      Kind = "feed"
	KindTreatment Kind = "treatment"
	KindWeighing  Kind = "weighing"
	KindCombs     Kind = "combs"
	KindArranged  Kind = "arranged"
	KindUndo      Kind = "undo"
)

// Entry is one entry of the log. Exactly one of the pointers is set, that of
// its kind; an undo has none.
type Entry struct {
	ID         string
	Day        day.Day
	Kind       Kind
	Supersedes string // the entry this one corrects or undoes
	Unread     string // why it cannot be read; empty: it can

	Stack     *StackSet
	Look      *Look
	BoxOn     *BoxOn
	BoxOff    *BoxOff
	Swap      *Swap
	Feed      *Feed
	Treatment *Treatment
	Weighing  *Weighing
	Combs     *Combs
	Arranged  *Arranged
}

// StackSet is a hive as it is set up.
type StackSet struct {
	Boxes         []Box  `json:"boxes"`
	ExcluderAbove int    `json:"excluder_above,omitempty"`
	QueenID       string `json:"queen_id,omitempty"`
	QueenYear     int    `json:"queen_year,omitempty"`
	Clipped       bool   `json:"clipped,omitempty"`
	Origin        string `json:"origin,omitempty"`        // as in "split from QL-02"
	HistoryKnown  bool   `json:"history_known,omitempty"` // no feed or treatment before this log
}

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
	return hive.Own(key, f.Name, f.LengthMM, f.HeightMM, f.Slots, f.InnerWidthMM, f.BoxKg, f.FrameKg, f.Super)
}

// BoxOf returns a box of a format with the ids given, as a log holds it: a
// format of the catalogue by its key, any other with its dimensions.
func BoxOf(f hive.BoxFormat, id string, frames []string, super, drawn bool) Box {
	b := Box{ID: id, Format: f.Key, Frames: frames, Super: super, Drawn: drawn}
	if _, err := hive.FormatFor(f.Key); err != nil {
		b.Own = &OwnFormat{f.Name, f.Frame.LengthMM, f.Frame.HeightMM, f.Slots, f.InnerWidthMM, f.BoxTareKg, f.FrameWoodKg, f.Super}
	}
	return b
}

// format returns the format a box was put on with.
func (x Box) format() (hive.BoxFormat, error) {
	if x.Own != nil {
		return x.Own.Format(x.Format)
	}
	return hive.FormatFor(x.Format)
}

// BoxOn is a box put on at a position: 0 is on the floor.
type BoxOn struct {
	At            int  `json:"at"`
	Box           Box  `json:"box"`
	ExcluderUnder bool `json:"excluder_under,omitempty"`
}

// BoxOff is a box taken off, with why: harvest, or empty.
type BoxOff struct {
	Box string `json:"box"`
	Why string `json:"why,omitempty"`
}

// Swap is honey combs taken from the nest for empty drawn ones.
type Swap struct {
	Out []string `json:"out"` // frame ids
	In  []string `json:"in"`
}

// Feed is stores given, as kg of what it becomes.
type Feed struct {
	What     string  `json:"what"`
	Kg       float64 `json:"kg"` // of sugar
	StoresKg float64 `json:"stores_kg"`
}

// Treatment is a treatment put in; To is the day it came out, 0 while it is in.
type Treatment struct {
	What        string  `json:"what"`
	From        day.Day `json:"from,omitempty"` // 0: the entry's day
	To          day.Day `json:"to,omitempty"`
	HoneyBarred day.Day `json:"honey_barred_until,omitempty"`
}

// Weighing is a gross weighing of the whole hive.
type Weighing struct {
	Kg float64 `json:"kg"`
}

// Look is a look as entered.
type Look struct {
	Boxes  []BoxLook `json:"boxes"`
	Queen  Queen     `json:"queen"`
	Cells  Cells     `json:"cells"`
	Health string    `json:"health,omitempty"`
	Note   string    `json:"note,omitempty"`
	// WhiteWax is yes, no, or empty for not looked.
	WhiteWax string  `json:"white_wax,omitempty"`
	Weight   *Weight `json:"weight,omitempty"`
	// Insisted names the questions that were asked of this look and answered
	// with "it is so".
	Insisted []string `json:"insisted,omitempty"`
}

// Weight is the whole hive, weighed or hefted, in the unit it was read in.
type Weight struct {
	How   string  `json:"how"` // scale, sides, side, feel
	Value float64 `json:"value,omitempty"`
	Other float64 `json:"other,omitempty"` // the other side
	Unit  string  `json:"unit,omitempty"`  // kg or lb; empty: kg
	Heft  string  `json:"heft,omitempty"`  // light, fair, heavy
}

// Combs says what was found of some frames. What is nil or empty was not looked
// at.
type Combs struct {
	Frames     []string `json:"frames"`
	Darkness   *int     `json:"darkness,omitempty"`    // 0 new, 1 amber, 2 brown, 3 black
	DroneShare *int     `json:"drone_share,omitempty"` // eighths of the comb that are drone cells
	Granulated *bool    `json:"granulated,omitempty"`
	Label      string   `json:"label,omitempty"`
	Origin     string   `json:"origin,omitempty"` // own, other, dead-out
	Cull       *bool    `json:"cull,omitempty"`   // marked to come out
}

// BoxLook is one box of a look. Faces are as entered, in shorthand or zones.
type BoxLook struct {
	Box    string       `json:"box"`
	Depth  string       `json:"depth,omitempty"` // boxes, faces, or empty
	Below  bool         `json:"below,omitempty"` // seams were counted from below
	Outer  string       `json:"outer,omitempty"` // bees on the outer frames: yes, no
	State  string       `json:"state,omitempty"` // of a super at a glance
	Heft   string       `json:"heft,omitempty"`
	Value  float64      `json:"value,omitempty"` // the box on a scale
	Unit   string       `json:"unit,omitempty"`
	Counts *look.Counts `json:"counts,omitempty"`
	Faces  [][2]string  `json:"faces,omitempty"`
	Seams  *float64     `json:"seams,omitempty"`
	// Expected says that the seams are those Kembo expected, accepted as they were.
	Expected bool `json:"expected,omitempty"`
}

// Queen is what was found of her. Only what was touched is true.
type Queen struct {
	Looked bool `json:"looked,omitempty"`
	Seen   bool `json:"seen,omitempty"`
	Eggs   bool `json:"eggs,omitempty"`
	Larvae bool `json:"larvae,omitempty"`
	Capped bool `json:"capped,omitempty"`
}

// Cells is the check for queen cells that went with a look.
type Cells struct {
	Check   string `json:"check,omitempty"` // complete, partial, or empty
	Charged int    `json:"charged,omitempty"`
	Capped  int    `json:"capped,omitempty"`
	Cups    int    `json:"cups,omitempty"`     // dry
	WithEgg int    `json:"with_egg,omitempty"` // cups with an egg
	Emerged int    `json:"emerged,omitempty"`
	Torn    int    `json:"torn_down,omitempty"`
	Where   string `json:"where,omitempty"` // edge, face, both
}

// Blank returns an empty entry of a kind and the payload in it, to be read
// into; an undo has none. ok is false for a kind that is not known.
func Blank(kind Kind) (e Entry, payload any, ok bool) {
	e.Kind = kind
	switch kind {
	case KindStack:
		e.Stack = new(StackSet)
	case KindLook:
		e.Look = new(Look)
	case KindBoxOn:
		e.BoxOn = new(BoxOn)
	case KindBoxOff:
		e.BoxOff = new(BoxOff)
	case KindSwap:
		e.Swap = new(Swap)
	case KindFeed:
		e.Feed = new(Feed)
	case KindTreatment:
		e.Treatment = new(Treatment)
	case KindWeighing:
		e.Weighing = new(Weighing)
	case KindCombs:
		e.Combs = new(Combs)
	case KindArranged:
		e.Arranged = new(Arranged)
	case KindUndo:
		return e, nil, true
	default:
		return e, nil, false
	}
	return e, e.Payload(), true
}

// Payload returns what was entered: the pointer that is set, or an empty
// struct for an undo.
func (e Entry) Payload() any {
	switch {
	case e.Stack != nil:
		return e.Stack
	case e.Look != nil:
		return e.Look
	case e.BoxOn != nil:
		return e.BoxOn
	case e.BoxOff != nil:
		return e.BoxOff
	case e.Swap != nil:
		return e.Swap
	case e.Feed != nil:
		return e.Feed
	case e.Treatment != nil:
		return e.Treatment
	case e.Weighing != nil:
		return e.Weighing
	case e.Combs != nil:
		return e.Combs
	case e.Arranged != nil:
		return e.Arranged
	}
	return struct{}{}
}
