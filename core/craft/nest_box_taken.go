package craft

import (
	"fmt"

	"kembo/core/season"
)

// overReserve is what a nest keeps over its reserve when a box of it is taken for its honey, kg. Source: common
// practice: what stands in the nest is theirs until more is sure to come.
const overReserve = 4.0

var nestBoxTaken = Rule{
	Key: "nest_box_taken", Rank: Never,
	Says:   "no box of the nest is taken for its honey unless its reserve stays, and some more where nothing comes in",
	Source: "common practice",
	check: func(p *Plan) (float64, string, bool) {
		off := nestOff(p)
		left, keeps := p.StoresKg-off, p.ReserveKg
		if p.GoodDayKg < flowKg {
			keeps += overReserve
		}
		return isLeft, fmt.Sprintf("The nest would be left with %.0f kg.", max(0, left)),
			p.Harvested > 0 && off > 0 && left < keeps
	},
}

// nestOff is the honey in boxes of the nest that come off.
func nestOff(p *Plan) float64 {
	off := 0.0
	for _, b := range p.Before.Boxes {
		if !b.Super && p.After.BoxAt(b.ID) < 0 {
			off += b.HoneyKg()
		}
	}
	return off
}

var winterCrop = Rule{
	Key: "winter_crop", Rank: Never,
	Says:   "no crop is taken from a cluster",
	Source: "common practice: once the cluster has formed only an empty box comes off, until bees fly in spring",
	check: func(p *Plan) (float64, string, bool) {
		return isLeft, fmt.Sprintf("They cluster at %.0f °C: what stands over them is their winter.", p.HighC),
			p.Harvested > 0 && season.Clustered.Has(p.Season) && p.HighC < clusterLoosensC
	},
}
