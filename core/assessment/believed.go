package assessment

import (
	"slices"

	"kembo/core/history"
)

// With returns c with what a log amounts to. Where it stands, its visits and its
// settings stay those of c.
func (c Case) With(b history.Believed) Case {
	switch b.Began.How {
	case history.AsPackage, history.AsSwarm, history.AsSplit:
		c.BeganOn = b.BeganOn
	}
	c.Ensemble, c.QueenYear, c.Stack, c.Changes = b.Ensemble, b.QueenYear, b.Stack, b.Changes
	c.Clipped, c.Waiting, c.CagedSince, c.Mites = b.Clipped, b.Waiting, b.CagedSince, b.Mites
	c.FedTold, c.Fed, c.Readings = true, b.FedSupers(), b.Readings
	c.Treatments = slices.Concat(c.Treatments, b.CombTreatments())
	return c
}
