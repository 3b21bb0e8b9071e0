package look

import "kembo/core/colony"

// Observer holds how far looks of each depth may be off. The user's own, once
// measured, take the place of [DefaultObserver].
type Observer struct {
	Faces, Boxes, Seams, Unlooked colony.Spread
	SeamsBelow                    float64 // bees, seams counted from below
	BeesInferred                  float64 // bees told from brood alone
	BroodAssumed, StoresAssumed   float64 // usual for the season, nobody looked
	OneFrame                      float64 // stores or brood told from one comb by face
	UnseenADay                    float64 // swarmed, robbed, queenless: what carrying forward cannot see, a day
	FloorLidKg, FloorLidSD        float64 // floor, covers and lid of a hive on a scale
}

// DefaultObserver is the usual keeper.
var DefaultObserver = Observer{
	Faces:    colony.Spread{Brood: 0.09, Stores: 0.10, Super: 0.10, Pollen: 0.2, Bees: 0.15},
	Boxes:    colony.Spread{Brood: 0.17, Stores: 0.18, Super: 0.18, Pollen: 0.35, Bees: 0.18},
	Seams:    colony.Spread{Brood: 0.35, Stores: 0.40, Super: 0.30, Pollen: 0.6, Bees: 0.18},
	Unlooked: colony.Spread{Brood: 0.35, Stores: 0.40, Super: 0.40, Pollen: 0.6, Bees: 0.35},

	SeamsBelow: 0.22, BeesInferred: 0.35, BroodAssumed: 0.50, StoresAssumed: 0.60, OneFrame: 0.30, UnseenADay: 0.01,
	FloorLidKg: 5.5, FloorLidSD: 1.2,
}

// ObserverRow is a spread with its source, for the open table.
type ObserverRow struct {
	Depth, What string
	Value       float64
	Source      string
}

// Table returns the spreads as they are published.
func (o Observer) Table() []ObserverRow {
	const trained = "Imdorf et al. 1987, the Liebefeld method: about 10 % once trained, from memory"
	const common = "common practice, no source"
	return []ObserverRow{
		{"faces", "brood", o.Faces.Brood, trained}, {"faces", "stores", o.Faces.Stores, trained},
		{"faces", "pollen", o.Faces.Pollen, common}, {"boxes", "brood", o.Boxes.Brood, common},
		{"boxes", "stores", o.Boxes.Stores, common}, {"boxes", "pollen", o.Boxes.Pollen, common},
		{"seams", "bees, from above", o.Seams.Bees, common}, {"seams", "bees, from below", o.SeamsBelow, common},
		{"seams", "a super at a glance", o.Seams.Super, common}, {"heft", "a box, light", hefts[Light].sd, common},
		{"heft", "a box, fair", hefts[Fair].sd, common}, {"heft", "a box, heavy", hefts[Heavy].sd, common},
		{"weight", "floor, covers and lid, kg", o.FloorLidSD, common},
		{"one comb", "stores or brood of a box from one of its combs", o.OneFrame, "none; guess"},
		{"inferred", "bees from brood and stores", o.BeesInferred, "none; guess"},
		{"assumed", "brood, usual for the season", o.BroodAssumed, "none; guess"},
		{"assumed", "stores, usual for the season", o.StoresAssumed, "none; guess"},
		{"carried", "what no forecast sees coming, a day", o.UnseenADay, "none; guess"},
		{"not looked, no forecast", "stores", o.Unlooked.Stores, "none; guess"},
	}
}

// share is what a word says of how full a box is: the likely share of its comb
// and the spread of it.
type share struct {
	full, capped float64 // of the comb; of that, capped
	sd           float64
}

// hefts say how full of stores a box is, or a nest. Source: common practice,
// no source; a lift by the back tells light from heavy and little more.
var hefts = map[Heft]share{Light: {0.15, 0.9, 0.50}, Fair: {0.40, 0.9, 0.35}, Heavy: {0.75, 0.95, 0.20}}

// glanceLeast is the least a glance at a super may be off, as a share of what
// it could hold. Source: none; guess.
const glanceLeast = 0.02

// superStates say how full a super is at a glance. Source: common practice, no
// source.
var superStates = map[SuperState]share{
	SuperEmpty: {0, 0, 0.5}, SuperStarted: {0.12, 0, 0.60}, SuperHalf: {0.45, 0.35, 0.28},
	SuperNearly: {0.80, 0.65, 0.14}, SuperFull: {0.96, 0.92, 0.06},
}

// With returns o with a keeper's own spreads of brood and stores by face and by
// box, and of bees by seams; 0 leaves the usual one. Pollen goes with its depth.
func (o Observer) With(faces, boxes, seams float64) Observer {
	set := func(s *colony.Spread, v float64) {
		if v <= 0 {
			return
		}
		s.Pollen *= v / s.Stores
		s.Brood, s.Stores, s.Super = v, v, v
	}
	set(&o.Faces, faces)
	set(&o.Boxes, boxes)
	if seams > 0 {
		o.SeamsBelow *= seams / o.Seams.Bees
		o.Seams.Bees = seams
	}
	return o
}
