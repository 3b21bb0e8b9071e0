package look

import (
	"fmt"
	"math"

	"kembo/core/colony"
	"kembo/core/hive"
	"kembo/core/measure"
)

// Question is something in a look that hardly can be: shown with its
// arithmetic, and taken as entered if the keeper says that it is so.
type Question struct {
	Key   string // of a closed list, for the answer
	Field string
	Ask   string // with the arithmetic
}

// Limits of what can be. Sources: Nolan 1925, best measured mean about 1,590
// eggs a day, few queens pass 2,000 (from memory); 2,500 leaves room for doubt.
// Bees on both faces may stand double for a while: common practice.
const (
	mostEggsADay  = 2500.0
	mostCover     = 1.15
	mostBroodABee = 2.6 // cells that a bee of a usual colony can keep warm in spring
	tooFarSD      = 2.6 // standard deviations: 1 chance in 100
	stillEggsSure = 1.15
	leastOfTare   = 0.8 // wood differs by a fifth: common practice
)

// Questions returns what should be asked about a look, given the estimate it
// makes, in a fixed order; none for most.
func Questions(l Look, before hive.Stack, e colony.Estimate, c Context) []Question {
	if c.Observer == (Observer{}) {
		c.Observer = DefaultObserver
	}
	if c.Units.Name == "" {
		c.Units = measure.Systems[0]
	}
	var out []Question
	for _, q := range []func(
		Look, hive.Stack, colony.Estimate, Context,
	) []Question{heavyBoxes, tooMuchBrood, stagesOff, tooManyBees, weightAgainstCount, tooFast} {
		out = append(out, q(l, before, e, c)...)
	}
	return out
}

// heavyBoxes: a box heavier than its combs can be.
func heavyBoxes(l Look, st hive.Stack, _ colony.Estimate, c Context) []Question {
	var out []Question
	for i, box := range st.Boxes {
		b, ok := find(l, box.ID)
		if !ok || b.Kg <= 0 || len(box.Frames) == 0 {
			continue
		}
		full := box.Format.Full(len(box.Frames), 1)
		if b.Kg <= full.GrossKg*1.05 {
			continue
		}
		per := (b.Kg - full.TareKg) / float64(len(box.Frames))
		out = append(out, Question{"heavy-box", fmt.Sprintf("box %d, kg", i+1),
			fmt.Sprintf(
				"%s less %s of wood and wax leaves %s a comb. That needs combs %.0f mm thick; %d frames leave room "+
					"for %.0f mm, which hold %s.",
				c.mass(b.Kg), c.mass(full.TareKg), c.mass(per), box.Format.Frame.ThicknessFor(per), len(box.Frames),
				full.ThicknessMM, c.mass(full.HoneyKg/float64(len(box.Frames))),
			)})
	}
	return out
}

// tooMuchBrood: more brood than the stage lengths and any queen allow.
func tooMuchBrood(l Look, _ hive.Stack, e colony.Estimate, _ Context) []Question {
	if !e.Stages {
		return nil
	}
	var out []Question
	for _, s := range []struct {
		name string
		n    float64
		days float64
	}{{"eggs", e.Eggs, 3}, {"open larvae", e.Larvae, 6}, {"capped cells", e.Capped, 12}} {
		if perDay := s.n / s.days; perDay > mostEggsADay*stillEggsSure {
			out = append(out, Question{"much-brood", "brood", fmt.Sprintf(
				"%s %s are %s a day for %.0f days; hardly a queen lays more than %s.",
				measure.Count(measure.Rough(s.n)), s.name, measure.Count(measure.Rough(perDay)), s.days,
				measure.Count(mostEggsADay),
			)})
		}
	}
	return out
}

// stagesOff: brood by face that no laying could have left: capped brood is
// twelve days of laying, larvae six, eggs three.
func stagesOff(l Look, _ hive.Stack, e colony.Estimate, _ Context) []Question {
	if ask := gap(l, e); ask != "" {
		return []Question{{"stages", "brood", ask}}
	}
	for _, b := range l.Boxes {
		if b.Depth == ByFace && e.Eggs > 3*mostEggsADay/2 && e.Capped+e.Larvae < e.Eggs/4 {
			return []Question{{"stages", "brood", fmt.Sprintf(
				"%s eggs stand beside %s larvae and capped cells: she would have begun to lay three days ago, at "+
					"%s a day at once. Are some of the eggs larvae or capped?",
				measure.Count(measure.Rough(e.Eggs)), measure.Count(measure.Rough(e.Capped+e.Larvae)),
				measure.Count(measure.Rough(e.Eggs/3)),
			)}}
		}
	}
	return nil
}

// gap asks about a stage that is missing between two that were found: it takes days in which she did
// not lay, which a queen seldom has but by a cage, a swarm or a new queen.
func gap(l Look, e colony.Estimate) string {
	q := l.Queen
	eggs, larvae, capped := q.Eggs, q.Larvae, q.Capped
	looked := q.Looked && !q.EggsUnlooked && !q.LarvaeUnlooked && !q.CappedUnlooked
	if !looked && e.Painted() {
		looked, eggs, larvae, capped = true, e.Eggs > someCells, e.Larvae > someCells, e.Capped > someCells
	}
	switch {
	case !looked:
		return ""
	case eggs && !larvae && capped:
		return "Eggs and capped brood and no larvae between them: she would have laid nothing for six days and begun " +
			"again within three. Were larvae looked for?"
	case !eggs && larvae && !capped:
		return "Larvae with neither eggs nor capped brood: she would have laid for a few days alone and stopped three " +
			"days ago. Were eggs and cappings looked for?"
	}
	return ""
}

// someCells are the painted cells from which on a stage counts as found. Source: none; an eighth of a
// face may be a slip.
const someCells = 300

// tooManyBees: more bees than the combs hold, or too few for the brood.
func tooManyBees(l Look, _ hive.Stack, e colony.Estimate, _ Context) []Question {
	if e.BeesFrom != colony.Measured {
		return nil
	}
	room := e.BeeCapacity()
	switch {
	case e.Bees > room*mostCover:
		return []Question{
			{
				"many-bees", "seams",
				fmt.Sprintf(
					"The seams make %s bees; all combs covered on both sides hold %s.",
					measure.Count(measure.Rough(e.Bees)), measure.Count(measure.Rough(room)),
				),
			},
		}
	case e.Stages && e.Brood() > 4000 && e.Bees < 1:
		return []Question{
			{
				"few-bees", "seams",
				fmt.Sprintf(
					"%s brood cells and no bees: they could not keep one warm. Were all seams counted?",
					measure.Count(measure.Rough(e.Brood())),
				),
			},
		}
	case e.Stages && e.Brood() > 4000 && e.Brood() > mostBroodABee*e.Bees:
		return []Question{{
			"few-bees", "seams",
			fmt.Sprintf("%s brood cells for %s bees: they could not keep %.1f cells each warm. Were all seams counted?",
				measure.Count(measure.Rough(e.Brood())), measure.Count(measure.Rough(e.Bees)), e.Brood()/e.Bees),
		}}
	}
	return nil
}

// weightAgainstCount: a weight that contradicts the frames that were counted.
func weightAgainstCount(l Look, st hive.Stack, _ colony.Estimate, c Context) []Question {
	w := l.Weight
	if w.How == NotWeighed || w.How == ByFeel {
		return nil
	}
	if q, ok := tooLight(w, st, c); ok {
		return []Question{q}
	}
	if c.Prior == nil && !counted(l) { // there is nothing to hold it against
		return nil
	}
	without := l
	without.Weight = Weight{}
	e, err := Read(without, st, c)
	if err != nil {
		return nil
	}
	r := reader{l: l, c: c, o: c.Observer, e: e}
	kg, sd := r.storesOnScale(w)
	counted := e.Stores()
	off := math.Hypot(
		sd, math.Hypot(e.Spread.Stores*(e.NestHoney+e.NestNectar), e.Spread.Super*(e.SuperHoney+e.SuperNectar)),
	)
	if math.Abs(kg-counted) <= tooFarSD*off {
		return nil
	}
	return []Question{{
		"weight", "weight",
		fmt.Sprintf(
			"The weight leaves %s of stores, give or take %s; the combs as counted hold %s, give or take %s. Was a "+
				"box missed, or the scale read wrong?",
			c.mass(kg), c.mass(measure.Z80*sd), c.mass(counted), c.mass(measure.Z80*math.Sqrt(max(0, off*off-sd*sd))),
		),
	}}
}

// counted reports whether any box was counted, painted or lifted.
func counted(l Look) bool {
	for _, b := range l.Boxes {
		if b.Depth != NotLooked && b.Depth != BySeams {
			return true
		}
	}
	return false
}

// tooLight: a hive that weighs less than its boxes and frames.
func tooLight(w Weight, st hive.Stack, c Context) (Question, bool) {
	if w.How == OneSide {
		w.Kg *= 2
	}
	tare := st.TareKg()
	kg := w.Kg + w.OtherKg
	if kg >= tare*leastOfTare {
		return Question{}, false
	}
	return Question{"light-hive", "weight", fmt.Sprintf(
		"The boxes and frames of this hive alone weigh about %s; %s is less than that. Is the unit right, and was the "+
			"whole hive lifted?",
		c.mass(tare), c.mass(kg),
	)}, true
}

// tooFast: stores that could not have come, or gone, since the last look.
func tooFast(l Look, _ hive.Stack, e colony.Estimate, c Context) []Question {
	if c.Expected == nil {
		return nil
	}
	x := c.Expected
	days := float64(l.Day - x.From)
	if days < 1 {
		return nil
	}
	was := x.NestStores.Likely + x.SuperStores.Likely
	sd := x.NestStores.SD() + x.SuperStores.SD()
	mine := e.Spread.Stores*(e.NestHoney+e.NestNectar) + e.Spread.Super*(e.SuperHoney+e.SuperNectar)
	now := e.Stores()
	if math.Abs(now-was) <= tooFarSD*math.Hypot(sd, mine)+2 {
		return nil
	}
	verb := "more"
	if now < was {
		verb = "less"
	}
	return []Question{{
		"too-fast", "stores",
		fmt.Sprintf(
			"%s of stores are %s %s than was to be expected %.0f days after %s, %s. Was a box put on or taken off, "+
				"fed or robbed, that is not in the log?",
			c.mass(now), c.mass(math.Abs(now-was)), verb, days, x.From.Short(), c.mass(was),
		),
	}}
}

// mass writes kilograms in the user's unit.
func (c Context) mass(kg float64) string {
	u := c.Units.Mass
	return fmt.Sprintf("%.1f %s", u.In(kg), u.Name)
}
