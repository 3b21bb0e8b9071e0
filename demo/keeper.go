package demo

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"github.com/google/uuid"

	"kembo/core/bees"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/season"
	"kembo/station"
)

// keeper works one colony by rules of thumb and writes down what was done.
type keeper struct {
	story
	truth   *truth
	entries []history.Entry
	treated history.Entry // the treatment that was put in
	out     bool          // and came out
	n       int
	pulled  []pulled          // what came off for its honey
	days    []station.DayMass // as a scale under the hive would feel them
	waterKg float64           // of rain in its wood
	morning struct{ beforeKg, dryKg, livedKg float64 }
	course  map[day.Day]Truth // on the morning of each day
	// combsNoted says that this spring's look at the combs is done.
	combsNoted bool
}

// id is made from the colony and a count, so that the sample is the same every
// time it is made.
func (k *keeper) id(what string) string {
	k.n++
	return uuid.NewSHA1(uuid.NameSpaceOID, fmt.Appendf(nil, "kembo demo %s %s %d", k.code, what, k.n)).String()
}

func (k *keeper) write(e history.Entry) {
	e.ID = k.id(string(e.Kind))
	k.entries = append(k.entries, e)
}

func (k *keeper) box(f hive.BoxFormat, super, drawn bool) (moves.Box, hive.Box) {
	b := moves.Box{ID: k.id("box"), Format: f.Key, Super: super, Drawn: drawn}
	for range f.Slots {
		b.Frames = append(b.Frames, k.id("frame"))
	}
	h := hive.NewBox(b.ID, f, f.Slots, hive.Make{Super: super, Drawn: drawn})
	for i := range h.Frames {
		h.Frames[i].ID = b.Frames[i]
	}
	return b, h
}

// begin sets the hive up and looks at it for the first time.
func begin(s story) (*keeper, error) {
	k := &keeper{story: s}
	f, err := hive.FormatFor(s.nestFormat)
	if err != nil {
		return nil, err
	}
	set := &history.StackSet{
		QueenID: k.id("queen"), QueenYear: s.queenYear, Clipped: s.clipped, Origin: s.origin,
		HistoryKnown: !s.unknown,
	}
	if s.hivedKg > 0 {
		set.Began = history.Began{How: history.AsSwarm, BeesKg: s.hivedKg}
	}
	var nest []hive.Box
	for range s.nestBoxes {
		b, h := k.box(f, false, !s.foundation)
		set.Boxes = append(set.Boxes, b)
		nest = append(nest, h)
	}
	k.truth = setUp(nest, nil, s)
	k.write(history.Entry{Day: s.from, Kind: history.KindStack, Body: set})
	k.write(history.Entry{Day: s.from, Kind: history.KindLook, Body: k.truth.observe(false, "")})
	return k, nil
}

// cellsStand is the days after a swarm on which its queen cells are still seen. Source: common practice.
const cellsStand = 18

// autumnFrom is the day after which hives are made ready for winter.
const autumnFrom = 230

// Days between which every comb is checked for queen cells.
const checksFrom, checksTo = 100, 205

// resting reports whether it is winter: hands off, a weighing.
func resting(sd int) bool { return sd > 300 || sd < 70 }

// visit is what the keeper does on a day in the yard; told is what Kembo said, where it is followed.
func (k *keeper) visit(d day.Day, told Followed) error {
	sd := season.DayOf(d, season.North)
	if d <= k.from || d >= k.notLooked[0] && d <= k.notLooked[1] && k.notLooked[0] != 0 {
		return nil
	}
	if strings.HasPrefix(k.code, FollowedYard) && d >= Opens {
		return k.follow(d, sd, told.on(d, k.code))
	}
	k.byRule(d, sd)
	return nil
}

// byRule is a visit by rules of thumb.
func (k *keeper) byRule(d day.Day, sd int) {
	if resting(sd) {
		k.weigh(d)
		return
	}
	check := ""
	if sd > checksFrom && sd < checksTo && (k.noCheck == 0 || d < k.noCheck) {
		check = "complete"
	}
	if k.number%3 == 0 && !k.combsNoted && sd > 95 {
		k.noteCombs(d)
		k.combsNoted = true
	}
	if k.scale { // the hive on the scale is weighed at every visit
		defer k.weigh(d)
	}
	if k.glance[0] != 0 && d >= k.glance[0] && d <= k.glance[1] {
		k.write(history.Entry{Day: d, Kind: history.KindLook, Body: k.truth.glance()})
		if sd > 112 && sd < 196 {
			k.supers(d, sd)
		}
		return
	}
	byFace := (k.number+uint64(d))%3 == 0 && sd > 100 && sd < 250 || k.code == "QL-11" && sd > 140 && sd < 160
	seen := k.truth.observe(byFace, check)
	if check != "" && k.swarms != 0 && d > k.swarms && d <= k.swarms+cellsStand {
		seen.Cells.Emerged, seen.Cells.Where = 3, "edge"
	}
	k.write(history.Entry{Day: d, Kind: history.KindLook, Body: seen})
	switch {
	case sd > 112 && sd < 196:
		k.supers(d, sd)
	case sd >= 200 && sd < 240:
		k.harvest(d, sd)
	}
	if sd > autumnFrom {
		k.autumn(d, sd)
	}
	if sd < 130 && !k.noFeed && k.truth.state.Stores() < 5 {
		k.feed(d, "fondant", 3, 3)
	}
}

func (k *keeper) weigh(d day.Day) {
	k.write(history.Entry{
		Day: d, Kind: history.KindWeighing, Body: &history.Weighing{Kg: math.Round(2*(k.grossKg()+k.waterKg)) / 2},
	})
}

// grossKg is what a scale under the hive would show.
func (k *keeper) grossKg() float64 {
	s := &k.truth.state
	kg := 2.2 + 3.5 // floor and lid, values A3
	for _, b := range append(slices.Clone(k.truth.nest), k.truth.super...) {
		kg += b.TareKg()
	}
	return kg + s.Stores() + s.PollenCells*hive.PollenKgPerCell + s.Brood()*hive.BroodKgPerCell + s.Bees()/hive.BeesPerKg
}

// rainsOn wets the wood of the hive, which dries in the days after.
func (k *keeper) rainsOn(mm float64) {
	const most, byMM, stays = 2.4, 12.0, 0.45
	k.waterKg *= stays
	k.waterKg += (most - k.waterKg) * (1 - math.Exp(-mm/byMM))
}

// noteCombs is the spring look at the combs themselves: the oldest stand at the
// walls of the nest.
func (k *keeper) noteCombs(d day.Day) {
	b := k.truth.nest[0]
	note := func(dark int, drone *int, slots ...int) {
		c := &history.Combs{Darkness: &dark, DroneShare: drone}
		for _, i := range slots {
			c.Frames = append(c.Frames, b.Frames[i].ID)
		}
		k.write(history.Entry{Day: d, Kind: history.KindCombs, Body: c})
	}
	// Which are old, and where drones were raised, differs from hive to hive.
	last := len(b.Frames) - 1
	drone := 1 + int(k.number/3)%4
	note(2, nil, 2, 3, 4, 5)
	note(1, &drone, 6+int(k.number)%3)
	switch k.number % 4 {
	case 0:
		note(3, nil, 0, last)
	case 1:
		note(3, nil, last)
	case 2:
		note(3, nil, 0, 1)
	}
}

// supers puts one on when the hive asks for it, or late where the story says.
func (k *keeper) supers(d day.Day, sd int) {
	s := &k.truth.state
	covered := s.Bees() / (float64(len(k.truth.nest)) * 10 * k.truth.nest[0].Format.Frame.BeesAtFullCover())
	full := 1.0
	if s.SuperDrawn+s.SuperUndrawn > 0 {
		full = 1 - (s.SuperFree(&parameters)+s.SuperUndrawn)/(s.SuperDrawn+s.SuperUndrawn)
	}
	first := len(k.truth.super) == 0
	next := k.fullAt
	if next == 0 {
		next = 0.35 + 0.02*float64(k.late)
	}
	if first && (covered < 0.55 || sd < 118+k.late) || !first && full < next || len(k.truth.super) >= 4 {
		return
	}
	f := hive.SuperBeside(k.truth.nest[0].Format)
	drawn := !k.foundSuper
	b, h := k.box(f, true, drawn)
	at := len(k.truth.nest) + len(k.truth.super)
	k.truth.super = append(k.truth.super, h)
	c := bees.Change{SuperKgPerCell: f.Frame.HoneyKg(f.ThicknessMM(f.Slots)) / f.Frame.WorkerCells()}
	if drawn {
		c.SuperDrawn = cells(h)
	} else {
		c.SuperUndrawn = cells(h)
	}
	s.Apply(&c)
	k.write(history.Entry{Day: d, Kind: "box_on", Body: &moves.BoxOn{At: at, Box: b, ExcluderUnder: first}})
}

// harvest takes capped supers, and all of them by the end of August.
func (k *keeper) harvest(d day.Day, sd int) {
	if k.unknown {
		return // history not known: nothing is sold
	}
	_, super := k.truth.contents()
	for i := len(k.truth.super) - 1; i >= 0; i-- {
		t := super[i]
		stored := t[comb.Honey] + t[comb.Nectar]
		capped := stored > 0 && t[comb.Honey]/stored >= 0.8
		if sd < 224 && !(capped && fullness(t) > 0.65) {
			continue
		}
		k.takeOff(d, i, "harvest")
		_, super = k.truth.contents()
	}
}

func (k *keeper) takeOff(d day.Day, i int, why string) {
	_, super := k.truth.contents()
	per := k.truth.super[i].Format.Frame.WorkerCells()
	sum := func(c comb.Content) float64 {
		n := 0.0
		for j, t := range super {
			n += t[c] * k.truth.super[j].Format.Frame.WorkerCells()
		}
		return n
	}
	part := func(c comb.Content) float64 {
		if all := sum(c); all > 0 {
			return super[i][c] * per / all
		}
		return 0
	}
	s := &k.truth.state
	honey, nectar := part(comb.Honey)*s.SuperHoney, part(comb.Nectar)*s.SuperNectar
	c := bees.Change{}
	if t := s.SuperHoney + s.SuperNectar; t > 0 {
		c.SuperOut = (honey + nectar) / t
	}
	drawn := cells(k.truth.super[i]) - super[i][comb.Foundation]*per
	if s.SuperDrawn > 0 {
		c.SuperDrawnOut = min(1, drawn/s.SuperDrawn)
	}
	c.SuperUndrawnOut = part(comb.Foundation)
	s.Apply(&c)
	k.write(history.Entry{Day: d, Kind: "box_off", Body: &moves.BoxOff{Box: k.truth.super[i].ID, Why: why}})
	if why == moves.WhyHarvest {
		k.pulled = append(k.pulled, pulled{k.entries[len(k.entries)-1].ID, d, honey + nectar})
	}
	k.truth.super = slices.Delete(k.truth.super, i, i+1)
}

// treat puts strips in once the crop is off, and takes them out.
func (k *keeper) treat(d day.Day, sd int) {
	if sd <= autumnFrom {
		return
	}
	if k.treated.ID == "" && len(k.truth.super) == 0 && sd < 262 {
		k.write(history.Entry{Day: d, Kind: history.KindTreatment, Body: &moves.Treatment{What: "thymol"}})
		k.treated = k.entries[len(k.entries)-1]
	} else if k.treated.ID != "" && !k.out && d >= k.treated.Day+26 {
		out := history.Entry{Day: d, Kind: history.KindTreatment, Supersedes: k.treated.ID,
			Body: &moves.Treatment{What: "thymol", From: k.treated.Day, To: d, HoneyBarred: d}}
		k.write(out)
		k.out = true
	}
}

// autumn feeds to the target and packs down.
func (k *keeper) autumn(d day.Day, sd int) {
	s := &k.truth.state
	k.treat(d, sd)
	if sd > 232 && sd <= 252 && !k.noFeed && len(k.truth.super) == 0 && s.Stores() < 10 {
		k.feed(d, "2:1 syrup", 4, 4) // the crop is off: what they need to rear winter bees
	}
	if sd > 252 && sd < 290 && !k.noFeed && s.NestHoney+s.NestNectar < 17 {
		kg := math.Ceil(min(8, 18.5-s.NestHoney-s.NestNectar))
		k.feed(d, "2:1 syrup", kg, kg)
	}
	if sd > 265 && len(k.truth.nest) == 2 && s.Bees() < 12500 && s.NestHoney < 15 {
		k.packDown(d)
	}
}

func (k *keeper) packDown(d day.Day) {
	top := k.truth.nest[1]
	s := &k.truth.state
	used := (s.Brood() + s.PollenCells) + (s.NestHoney+parameters.NectarCells*s.NestNectar)/s.NestKgPerCell
	if used > 0.92*cells(k.truth.nest[0]) {
		return
	}
	// The combs with stores are moved down before the box comes off, so the
	// log looks again afterwards.
	s.Apply(&bees.Change{NestDrawnOut: cells(top) / s.NestDrawn})
	k.truth.nest = k.truth.nest[:1]
	k.write(history.Entry{Day: d, Kind: "box_off", Body: &moves.BoxOff{Box: top.ID, Why: "packed down"}})
	k.write(history.Entry{Day: d, Kind: history.KindLook, Body: k.truth.observe(false, "")})
}

func (k *keeper) feed(d day.Day, what string, kg, stores float64) {
	k.truth.state.Apply(&bees.Change{FeedKg: stores})
	k.write(history.Entry{Day: d, Kind: history.KindFeed, Body: &moves.Feed{What: what, Kg: kg, StoresKg: stores}})
}
