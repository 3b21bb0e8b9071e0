package season

// Flow is how strong a flow is, in a word.
type Flow string

// The words.
const (
	NoFlow     Flow = ""
	LightFlow  Flow = "light"
	FairFlow   Flow = "fair"
	StrongFlow Flow = "strong"
)

// Shares of a strong main flow from which a flow counts as light, fair and strong,
// and a plant is worth a shape in a calendar. Source: none; guesses.
const (
	lightFrom  = 0.08
	fairFrom   = 0.3
	strongFrom = 0.6
	shownFrom  = 0.12
)

// FlowOn names the plant that gives most on a season day, and how strong its flow is.
func FlowOn(all []Bloom, seasonDay int) (plant string, strength Flow) {
	best := 0.0
	for _, p := range all {
		if s := p.Share(seasonDay) * p.Strength; s > best {
			plant, best = p.Plant, s
		}
	}
	switch {
	case best < lightFrom:
		return "", NoFlow
	case best < fairFrom:
		return plant, LightFlow
	case best < strongFrom:
		return plant, FairFlow
	}
	return plant, StrongFlow
}

// Worth returns the plants that give enough to be shown.
func Worth(all []Bloom) []Bloom {
	var out []Bloom
	for _, p := range all {
		if p.Strength >= shownFrom {
			out = append(out, p)
		}
	}
	return out
}
