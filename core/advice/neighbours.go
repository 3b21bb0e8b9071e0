package advice

import (
	"fmt"
	"slices"

	"kembo/core/colony"
	"kembo/core/words"
)

// suspects returns the other hives of the yard whose brood was found suspect.
func (s *Situation) suspects() []string {
	var out []string
	for _, n := range s.Neighbours {
		if n.Health == colony.Suspect {
			out = append(out, n.Colony)
		}
	}
	return out
}

// besideSuspects warns, where another hive of the yard is suspect, of all that would
// carry something to or from this one.
func (s *Situation) besideSuspects(all []Advice) {
	names := s.suspects()
	if len(names) == 0 {
		return
	}
	say := fmt.Sprintf(
		"Brood in %s of this yard was found suspect: no comb, super or tool goes from hive to hive here, and none leaves, "+
			"until somebody who may say so allows it.", words.List(names...),
	)
	for i := range all {
		if all[i].Action != Leave && !slices.Contains(all[i].Cautions, say) {
			all[i].Cautions = append([]string{say}, all[i].Cautions...)
		}
	}
}

// mostMitesToUnite is the share of mites, per cent, over which a colony is treated
// before it is united. Source: common practice, as the late threshold (values F).
const mostMitesToUnite = 3

// partners names the hives of the yard that a weak colony can be united with: known to
// be strong and healthy, and not over the limit of mites; "" for none.
func (s *Situation) partners() string {
	var names []string
	for _, n := range s.Neighbours {
		if n.Health == colony.Healthy && n.Bees >= wintersBees && n.MitesPercent <= mostMitesToUnite {
			names = append(names, n.Colony)
		}
	}
	if len(names) == 0 {
		return ""
	}
	is := " is"
	if len(names) > 1 {
		is = " are"
	}
	return " Of this yard " + words.List(names...) + is + " strong, and healthy when last seen."
}
