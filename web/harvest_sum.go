package web

import (
	"fmt"
	"math"

	"kembo/app"
	"kembo/core/honey"
	"kembo/core/words"
	"kembo/web/draw"
)

// harvestTotal is what is ticked and what is ready, kg.
type harvestTotal struct {
	settings     app.Settings
	boxes, ready int
	kg, readyKg  float64
	heaviest     float64
	short        []string
}

func (t *harvestTotal) say() string {
	if t.ready == 0 {
		return "Nothing is ready yet."
	}
	return fmt.Sprintf("%s ready, %s.", words.Capital(words.Count(t.ready, "box is", "boxes are")), kgText(t.settings.Units, t.readyKg))
}

func (t *harvestTotal) view() harvestSum {
	u := t.settings.Units
	worth := t.settings.ExtractFromKg()
	v := harvestSum{Head: fmt.Sprintf("%s ticked, %s", kgText(u, t.kg), words.Count(t.boxes, "box", "boxes")), Short: t.short}
	switch {
	case t.boxes == 0 && t.ready == 0:
		v.Say = "Tick what comes off, ripe or not: what is written is what you did."
	case t.boxes == 0:
		v.Say = "Nothing is ticked."
	case t.kg < worth:
		v.Say = fmt.Sprintf(
			"Less than a day of extracting, which you set up from %s. It may wait on the hives while it is warm and no treatment is due.",
			kgText(u, worth),
		)
	default:
		v.Say = "Worth a day of extracting."
	}
	num := func(kg float64) float64 { return math.Round(u.Mass.In(kg)) }
	v.Figure = draw.Tank{
		Ticked: num(t.kg), All: num(t.readyKg), Worth: num(worth),
		TickedWords: kgText(u, t.kg) + " ticked", AllWords: fmt.Sprintf("%s all that is ready", kgText(u, t.readyKg)),
		WorthWords: fmt.Sprintf("%s worth a day", kgText(u, worth)),
		Alt: fmt.Sprintf(
			"%s ticked of %s that are ready; a day of extracting pays from %s", kgText(u, t.kg), kgText(u, t.readyKg), kgText(u, worth),
		),
	}.Draw()
	if t.heaviest > 0 {
		v.Cautions = append(v.Cautions, fmt.Sprintf("The heaviest box weighs about %s.", kgText(u, t.heaviest)))
	}
	v.Cautions = append(v.Cautions,
		"Clearer boards go on the day before and come off within two; supers bee-tight, and none in the sun.",
		fmt.Sprintf(
			"Read the water of open cells of three combs: over %.1f\u00a0%% it does not keep, over %.0f\u00a0%% (ling %.0f) most laws bar it.",
			t.settings.Keeps(), honey.LawWater(honey.Plain), honey.LawWater(honey.Gel),
		),
	)
	return v
}
