package advice

import (
	"kembo/core/colony"
	"kembo/core/queen"
	"kembo/core/season"
)

// EvidenceOf returns what an estimate knows of a queen and her cells, as a look
// on such a season day is read.
func EvidenceOf(q colony.QueenEvidence, seasonDay int) queen.Evidence {
	return queen.Evidence{On: q.Day, Looked: q.Looked, Seen: q.Seen, Eggs: q.Eggs, Larvae: q.Larvae, Sealed: q.Capped,
		Dry: q.DryCups, WithEgg: q.CupsWithEgg, Charged: q.ChargedCells, Capped: q.CappedCells, Emerged: q.EmergedCells, TornDown: q.TornCells,
		Where: queen.Where(q.CellsAt), SwarmSeason: season.PhaseOf(seasonDay) == season.Swarm}
}
