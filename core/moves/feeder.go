package moves

import (
	"fmt"

	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/words"
)

// FeederOn is a feeder put on a hive, in the place of any that was there. No kind: the
// feeder was taken off.
type FeederOn struct {
	Kind   hive.FeederKind `json:"kind,omitempty"`
	Litres float64         `json:"litres,omitempty"` // that it holds
	Kg     float64         `json:"kg,omitempty"`     // empty
}

// Apply puts it on.
func (a *FeederOn) Apply(h *Hives) error {
	f := hive.Feeder(*a)
	if f.Kind == hive.NoFeeder {
		f = hive.Feeder{}
	} else if err := f.Check(); err != nil {
		return wrong("feeder", "%v", err)
	}
	h.Here().Stack.Feeder = f
	return nil
}

// Words says it for the log.
func (a *FeederOn) Words(u measure.Units) (title, say string) {
	if a.Kind == hive.NoFeeder {
		return "Feeder off", ""
	}
	return "Feeder on", fmt.Sprintf(
		"%s, %s %s.", words.Capital(a.Kind.Words()), measure.Amount(u.Volume.In(a.Litres)), u.Volume.Name,
	)
}

var feederOn = Row{Kind: "feeder", New: func() Act { return new(FeederOn) }}
