package app

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"strconv"

	"kembo/core/day"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/plan"
	"kembo/core/season"
	"kembo/store"
)

// Settings are what an operation chose.
type Settings struct {
	Units       measure.Units
	LiftLimitKg float64 // a person's own; guidance may be lower
	MitesSpring float64 // per cent above which to act, to the end of June
	MitesLate   float64 // and after
	CappedShare float64 // of what is stored in a super, from which it is taken; 0: the usual
	KeepsWater  float64 // per cent, with which honey is put away at most; 0: the usual
	ExtractKg   float64 // of honey that make a day of extracting worth it; 0: the usual
	NestFromC   float64 // °C, from which nests are opened; 0: the usual
	SupersStay  bool    // supers go to hives of their own yard only
	Keeping     string  // key of the preset of what things are worth; empty: the first
	// Schools are what the keeper makes of ways on which keepers differ.
	Schools map[plan.Action]plan.Stance
	// How far this keeper's looks may be off, as shares; 0: the usual keeper.
	OffFaces, OffBoxes, OffSeams float64
}

// Keeps is the most water with which honey is put away, per cent.
func (s Settings) Keeps() float64 { return cmp.Or(s.KeepsWater, plan.UsualWater) }

// ExtractFromKg is the honey that makes a day of extracting worth it.
func (s Settings) ExtractFromKg() float64 { return cmp.Or(s.ExtractKg, usualExtractKg) }

// Observer is the keeper as the reading of looks sees one.
func (s Settings) Observer() look.Observer {
	return look.DefaultObserver.With(s.OffFaces, s.OffBoxes, s.OffSeams)
}

// As it is stored that supers stay in their yard.
const supersStayKey, supersStayYes = "supers_stay", "yes"

// As it is stored what things are worth to the keeper, and, before its action, what is made of a school.
const keepingKey, schoolKey = "keeping", "school_"

// Usual thresholds for mites. Source: published varroa guides, editions differ;
// newer advice is 1 to 2 % (values F, from memory).
const (
	usualMitesSpring, usualMitesLate = 2.0, 3.0
)

// MitesNow returns the threshold of a moment of the bees' year.
func (s Settings) MitesNow(now season.Moment) float64 {
	if !season.MitesLate.Has(now) {
		return s.MitesSpring
	}
	return s.MitesLate
}

// usualExtractKg is the honey that make a day of extracting worth setting up and washing up. Source: none; guess, some five
// supers.
const usualExtractKg = 60

// Number is a setting that is a number. The page of settings, what is stored, its bounds
// and the hash of a standing's inputs all go by the table of them.
type Number struct {
	Key   string // as it is stored
	Field string // of the form
	Label string
	Group string // a heading over fields of a kind; empty: it stands alone
	Help  string // beside it, or under its group
	Unit  Unit
	Usual float64
	Least float64 // in the unit that it is kept in
	Most  float64
	// Free says that it may be left empty, which stands for the usual and is kept as 0.
	Free bool
	of   func(*Settings) *float64
}

// Unit is what a number is typed in.
type Unit int

// The units.
const (
	Plain Unit = iota
	Kg         // kept in kg, typed in the user's mass
	Share      // kept as a share, typed in per cent
)

// Of returns the setting's place in settings.
func (n Number) Of(s *Settings) *float64 { return n.of(s) }

const (
	offGroup = "How far your looks are off, %"
	offHelp  = "About two thirds of your counts fall within this. Leave it empty for the usual keeper; enter your " +
		"own " +
		"once you know it from extraction or a scale. Once you have looked at your colonies four times and more, " +
		"kembo calibrate --data FILE --eye tells it from the looks themselves."
	mitesHelp   = "Guides differ by country and year: 2 % in spring and 3 % later are usual, newer ones say 1 to 2 %."
	mitesHead   = "Mites: act above, %"
	harvestHead = "Harvest"
	harvestHelp = "A super is ready when so much of it is capped or when open cells of three combs were read as dry. Honey with " +
		"18 to 18.5 % of water keeps; the law of most places ends at 20, of ling at 23. Less than a day of extracting waits for more."
)

// Numbers are the settings that are numbers, in the order of their page. To add one is
// a field of Settings and a row here.
var Numbers = []Number{
	{
		Key: "lift_limit_kg", Field: "lift", Label: "Your own lift limit", Unit: Kg,
		Help:  "Boxes over it are marked. Published guidance may be lower where you lift high, far or twisted.",
		Usual: plan.DefaultSettings().LiftLimitKg, Least: 1, Most: 60,
		of: func(s *Settings) *float64 { return &s.LiftLimitKg },
	},
	{
		Key: "mites_spring", Field: "mites_spring", Label: "To the end of June", Group: mitesHead, Help: mitesHelp,
		Usual: usualMitesSpring, Least: 0.1, Most: 20, of: func(s *Settings) *float64 { return &s.MitesSpring },
	},
	{
		Key: "mites_late", Field: "mites_late", Label: "From July", Group: mitesHead, Help: mitesHelp,
		Usual: usualMitesLate, Least: 0.1, Most: 20, of: func(s *Settings) *float64 { return &s.MitesLate },
	},
	{
		Key: "capped_share", Field: "capped", Label: "Capped from, %", Group: harvestHead, Help: harvestHelp, Unit: Share,
		Usual: plan.DefaultSettings().CappedShare, Least: 0.3, Most: 1, Free: true,
		of: func(s *Settings) *float64 { return &s.CappedShare },
	},
	{
		Key: "keeps_water", Field: "keeps_water", Label: "Water at most, %", Group: harvestHead, Help: harvestHelp,
		Usual: plan.UsualWater, Least: 15, Most: 20, Free: true, of: func(s *Settings) *float64 { return &s.KeepsWater },
	},
	{
		Key: "extract_kg", Field: "extract", Label: "A day of extracting from", Group: harvestHead, Help: harvestHelp, Unit: Kg,
		Usual: usualExtractKg, Least: 1, Most: 5000, Free: true, of: func(s *Settings) *float64 { return &s.ExtractKg },
	},
	{
		Key: "nest_from_c", Field: "nest_from", Label: "Open nests from, °C",
		Help:  "The highest of the day, less in wind, more in sun. Under it the round says what a look may still be.",
		Usual: look.UsualNestC, Least: 5, Most: 20, Free: true, of: func(s *Settings) *float64 { return &s.NestFromC },
	},
	{
		Key: "off_faces", Field: "off_faces", Label: "Faces, painted", Group: offGroup, Help: offHelp, Unit: Share,
		Usual: look.DefaultObserver.Faces.Stores, Least: 0.02, Most: 0.8, Free: true,
		of: func(s *Settings) *float64 { return &s.OffFaces },
	},
	{
		Key: "off_boxes", Field: "off_boxes", Label: "Frames, counted", Group: offGroup, Help: offHelp, Unit: Share,
		Usual: look.DefaultObserver.Boxes.Stores, Least: 0.02, Most: 0.8, Free: true,
		of: func(s *Settings) *float64 { return &s.OffBoxes },
	},
	{
		Key: "off_seams", Field: "off_seams", Label: "Seams of bees", Group: offGroup, Help: offHelp, Unit: Share,
		Usual: look.DefaultObserver.Seams.Bees, Least: 0.02, Most: 0.8, Free: true,
		of: func(s *Settings) *float64 { return &s.OffSeams },
	},
}

// Say returns what is wrong with a value, in the user's units; "" for nothing.
func (n Number) Say(v float64, u measure.Units) string {
	if n.Free && v == 0 || v >= n.Least && v <= n.Most {
		return ""
	}
	least, most, unit := n.Least, n.Most, "per cent"
	switch n.Unit {
	case Kg:
		least, most, unit = u.Mass.In(least), u.Mass.In(most), u.Mass.Name
	case Share:
		least, most = 100*least, 100*most
	}
	say := fmt.Sprintf("give %s to %s %s", measure.Amount(least), measure.Amount(most), unit)
	if n.Free {
		say += ", or nothing for the usual"
	}
	return say
}

// Settings returns what was chosen, with the usual values for the rest.
func (s *Service) Settings(ctx context.Context) (Settings, error) {
	out := Settings{Units: measure.Systems[0]}
	for _, n := range Numbers {
		if !n.Free {
			*n.Of(&out) = n.Usual
		}
	}
	op, err := s.store.Operation(ctx)
	if errors.Is(err, store.ErrNotFound) {
		return out, nil
	}
	if err != nil {
		return out, err
	}
	all, err := s.store.Settings(ctx, op.ID)
	if err != nil {
		return out, err
	}
	out.Units = measure.SystemFor(all["units"])
	out.SupersStay = all[supersStayKey] == supersStayYes
	out.Keeping = plan.PresetFor(all[keepingKey]).Key
	out.Schools = map[plan.Action]plan.Stance{}
	for _, x := range plan.Schools {
		if v := plan.Stance(all[schoolKey+string(x.Action)]); v.Known() {
			out.Schools[x.Action] = v
		}
	}
	for _, n := range Numbers {
		if v, err := strconv.ParseFloat(all[n.Key], 64); err == nil {
			*n.Of(&out) = v
		}
	}
	return out, nil
}

// Choose stores settings; wrong ones are a *FieldError and nothing is stored.
func (s *Service) Choose(ctx context.Context, c Settings) error {
	op, err := s.store.Operation(ctx)
	if err != nil {
		return err
	}
	rows := map[string]string{"units": c.Units.Name, supersStayKey: "", keepingKey: plan.PresetFor(c.Keeping).Key}
	if c.SupersStay {
		rows[supersStayKey] = supersStayYes
	}
	for _, x := range plan.Schools {
		v := c.Schools[x.Action]
		if !v.Known() && v != plan.AsItPays {
			return &FieldError{x.Words, "choose one of the three"}
		}
		rows[schoolKey+string(x.Action)] = string(v)
	}
	for _, n := range Numbers {
		v := *n.Of(&c)
		if say := n.Say(v, c.Units); say != "" {
			return &FieldError{n.Label, say}
		}
		rows[n.Key] = strconv.FormatFloat(v, 'f', -1, 64)
	}
	by, err := s.by()
	if err != nil {
		return err
	}
	if err := s.store.SetSettings(ctx, op.ID, rows, by); err != nil {
		return err
	}
	s.refreshSoon(ctx) // standings hold sentences with units
	return nil
}

// bearing writes all that was chosen, for the hash of what a standing rests on.
func (s Settings) bearing() string {
	out := s.Units.Name + " " + plan.PresetFor(s.Keeping).Key
	for _, x := range plan.Schools {
		out += " " + string(s.Schools[x.Action])
	}
	for _, n := range Numbers {
		out += " " + strconv.FormatFloat(*n.Of(&s), 'g', -1, 64)
	}
	return out
}

// TodayHere returns the day of the first yard, for pages of no yard.
func (s *Service) TodayHere(ctx context.Context) (day.Day, season.Hemisphere, error) {
	y, err := s.store.FirstYard(ctx)
	if errors.Is(err, store.ErrNotFound) {
		return s.todayIn("UTC"), season.North, nil
	}
	return s.Today(y), season.Hemisphere(y.Hemisphere), err
}

// Head returns what stands at the head of every page: the producer's name, "" in
// an empty file, and the day.
func (s *Service) Head(ctx context.Context) (name string, today day.Day, err error) {
	op, err := s.store.Operation(ctx)
	if err != nil && !errors.Is(err, store.ErrNotFound) {
		return "", 0, err
	}
	today, _, err = s.TodayHere(ctx)
	return op.Name, today, err
}
