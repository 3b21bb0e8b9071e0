// Package form reads what was found and done off the fields of a form, apart from
// how a page shows them: whatever sends such fields is read alike. [ReadLook] takes
// the fields as typed and never fails, so that nothing is lost; [Look.Entered] says
// what they amount to, or which field is wrong, by its label.
package form

import (
	"fmt"
	"math"

	"kembo/app"
	"kembo/core/measure"
)

// Values gives what was typed in a field, trimmed; "" for one that was not sent.
type Values func(field string) string

// Hive is what a form is about.
type Hive struct {
	Boxes []Box // from the floor up
	Units measure.Units
	Known bool // it has been looked at before: findings alone are a look
}

// Box is a box of it.
type Box struct {
	ID     string
	Name   string // as a page calls it
	Frames int
}

// Version is that of the look form's fields. Forms from before there were versions
// have none, and are read like the first.
const Version = "2"

// firstVersion is that of forms in which a stage of brood that was not ticked was not
// there. Phones keep such forms.
const firstVersion = "1"

// mostBoxes is more than any hive has.
const mostBoxes = 24

// wrong is a wrong field, by its label.
func wrong(field, format string, args ...any) error {
	return &app.FieldError{Field: field, Say: fmt.Sprintf(format, args...)}
}

// mass reads a mass as typed, in the unit it was typed in or else the user's.
func mass(field, text string, u measure.Units) (float64, string, error) {
	unit := measure.Kilogram
	if u.Mass.Name == measure.Pound.Name {
		unit = measure.Pound
	}
	kg, err := measure.Parse(text, unit)
	if err != nil {
		return 0, "", wrong(field, "%v", err)
	}
	return math.Round(1000*unit.In(kg)) / 1000, unit.Name, nil
}

// frames reads a count of frames; a comma is read as a point.
func frames(field, text string) (float64, error) {
	n, err := measure.ParseNumber(text)
	if err != nil {
		return 0, wrong(field, "%v; enter frames, as 3 or 2.5", err)
	}
	if n < 0 {
		return 0, wrong(field, "%s is less than none; enter 0 or more", text)
	}
	return n, nil
}
