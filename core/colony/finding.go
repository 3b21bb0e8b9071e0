package colony

import (
	"kembo/core/day"
	"kembo/core/queen"
)

// Health is a finding of brood health. Not looked is not healthy.
type Health string

// The findings.
const (
	HealthNotLooked Health = ""
	Healthy         Health = "healthy"
	Suspect         Health = "suspect"
)

// CellCheck is how thoroughly a colony was checked for queen cells. A box that
// nobody ticked is NotChecked, never "none found".
type CellCheck string

// The kinds of check.
const (
	NotChecked    CellCheck = ""
	PartialCheck  CellCheck = "partial"
	CompleteCheck CellCheck = "complete"
)

// Period is a feed or a treatment in a hive. To is 0 while it goes on; Until
// is the day to which the label bars honey, 0 if it is not known.
type Period struct {
	What  string  `json:"what"`
	From  day.Day `json:"from"`
	To    day.Day `json:"to"`
	Until day.Day `json:"until"`
	Kg    float64 `json:"kg"`
}

// Evidence returns what is known of a queen and her cells as evidence to be
// read; swarmSeason says whether the day it is of lies in the swarm season.
func (q QueenEvidence) Evidence(swarmSeason bool) queen.Evidence {
	return queen.Evidence{
		On:          q.Day,
		Looked:      q.Looked,
		Seen:        q.Seen,
		Eggs:        q.Eggs,
		Larvae:      q.Larvae,
		Unlooked:    q.EggsUnlooked || q.LarvaeUnlooked && !q.Larvae || q.CappedUnlooked && !q.Capped && !q.Larvae,
		OpenOlder:   q.LarvaeUnlooked,
		Sealed:      q.Capped,
		Dry:         q.DryCups,
		WithEgg:     q.CupsWithEgg,
		Charged:     q.ChargedCells,
		Capped:      q.CappedCells,
		Emerged:     q.EmergedCells,
		TornDown:    q.TornCells,
		Where:       queen.Where(q.CellsAt),
		SwarmSeason: swarmSeason,
	}
}
