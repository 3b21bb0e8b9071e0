package proof

import (
	"fmt"
	"math"
	"math/rand/v2"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/moves"
	"kembo/lab/combwise"
)

// Hive is a colony with its keeper's record of it.
type Hive struct {
	ID     string
	bees   *combwise.Colony
	log    []history.Entry
	number int
	made   int
	// written counts the entries of all records of the yard.
	written *int64
	failed  bool
	age     int // of its queen, in winters

	barred  map[string]bool // boxes that were on when it was fed or treated
	strips  history.Entry   // that are in; without an id: none
	treated int             // the year in which it was
	hungry  int             // days without food in the last fortnight, faded
	ended   bool            // it is no more, and known to be
	was     int             // swarms that were counted
	noEggs  day.Day         // since which none has been seen; 0: they have
	Tally
}

// Tally is what came of a hive.
type Tally struct {
	CropKg   float64 `json:"crop_kg"`   // ripe honey taken off that may be sold
	BarredKg float64 `json:"barred_kg"` // that may not
	AsideKg  float64 `json:"aside_kg"`  // honey and nectar taken out that is neither
	SugarKg  float64 `json:"sugar_kg"`  // fed
	Minutes  float64 `json:"minutes"`   // of work
	Swarms   int     `json:"swarms"`    // that flew off
	Nucs     int     `json:"nucs"`      // made, and kept elsewhere
	Queens   int     `json:"queens"`    // bought
	NoLayer  int     `json:"no_layer"`  // days in the season without a laying queen
	Starved  int     `json:"starved"`   // colonies that died of hunger
	Winter   int     `json:"winter"`    // that died from mid-October to mid-April, not of hunger
	Dwindled int     `json:"dwindled"`  // that died otherwise
	United   int     `json:"united"`    // that their keeper united with another
	LeftKg   float64 `json:"left_kg"`   // stores in those that live at the end
	Alive    int     `json:"alive"`     // at the end
	Supers   float64 `json:"supers"`    // put on
}

func (t *Tally) add(o Tally) {
	t.CropKg += o.CropKg
	t.BarredKg += o.BarredKg
	t.AsideKg += o.AsideKg
	t.SugarKg += o.SugarKg
	t.Minutes += o.Minutes
	t.Swarms += o.Swarms
	t.Nucs += o.Nucs
	t.Queens += o.Queens
	t.NoLayer += o.NoLayer
	t.Starved += o.Starved
	t.Winter += o.Winter
	t.Dwindled += o.Dwindled
	t.United += o.United
	t.LeftKg += o.LeftKg
	t.Alive += o.Alive
	t.Supers += o.Supers
}

// newHive sets colony i of a world up, with the first look of its record.
func newHive(w *World, i int, written *int64) *Hive {
	b := w.begins[i]
	h := &Hive{ID: fmt.Sprintf("PR-%02d", i+1), number: i, written: written, barred: map[string]bool{}, age: w.From.Time().Year() - b.year}
	st := b.nest(h.ID)
	h.bees = combwise.New(h.ID, w.From-lead, st, b.bees, b.traits)
	h.bees.Infest(b.mites)
	for _, d := range w.days[:lead] {
		d.Luck = 1
		h.bees.Step(d)
	}
	h.bees.Books = combwise.Books{}
	set := &history.StackSet{QueenID: h.ID + " queen", QueenYear: b.year, HistoryKnown: true}
	for _, x := range st.Boxes {
		var frames []string
		for _, f := range x.Frames {
			frames = append(frames, f.ID)
		}
		set.Boxes = append(set.Boxes, moves.BoxOf(x.Format, x.ID, frames, hive.Make{Drawn: true}))
	}
	h.write(w.From, history.Entry{Kind: history.KindStack, Body: set})
	return h
}

func (h *Hive) write(on day.Day, e history.Entry) history.Entry {
	h.made++
	*h.written++
	e.ID, e.Day, e.Seq = fmt.Sprintf("%s e%d", h.ID, h.made), on, *h.written
	h.log = append(h.log, e)
	return e
}

// names makes ids of boxes and frames.
func (h *Hive) names() func() string {
	return func() string { h.made++; return fmt.Sprintf("%s x%d", h.ID, h.made) }
}

// do does an act to the bees and writes it down, in the records of all whom it touches.
func (h *Hive) do(on day.Day, a moves.Act, others ...*Hive) error {
	all := make([]*combwise.Colony, len(others))
	for i, o := range others {
		all[i] = o.bees
	}
	if err := combwise.Do(a, h.bees, all...); err != nil {
		return err
	}
	e := h.write(on, history.Entry{Kind: history.Done(on, a).Kind, Body: a, Colony: h.ID, With: moves.Colonies(a)})
	for _, o := range others {
		o.log = append(o.log, e)
	}
	return nil
}

// say does what is said, "two drawn supers on".
func (h *Hive) say(on day.Day, said ...moves.Said) error {
	for _, s := range said {
		acts, err := moves.All.Exact(moves.Hive{Colony: h.ID, Stack: h.bees.Stack}, s, h.names())
		if err != nil {
			return err
		}
		for _, a := range acts {
			for _, one := range moves.Steps(a) {
				h.reckon(one)
			}
			if err := h.do(on, a); err != nil {
				return err
			}
		}
	}
	return nil
}

// reckon counts what an act takes off, puts on or feeds, before it is done.
func (h *Hive) reckon(a moves.Act) {
	switch x := a.(type) {
	case *moves.Harvested:
		for _, id := range x.Boxes {
			h.take(id)
		}
	case *moves.BoxOff:
		if x.Why == moves.WhyHarvest {
			h.take(x.Box)
			return
		}
		held := h.bees.BoxHolds(x.Box)
		h.AsideKg += held.StoresKg()
	case *moves.CombsSwapped:
		h.AsideKg += h.bees.FramesHold(x.Out).StoresKg()
	case *moves.BoxOn:
		if x.Box.Super {
			h.Supers++
		}
	case *moves.Feed:
		h.SugarKg += x.Kg
		if x.What != "fondant" {
			h.bar()
		}
	}
}

// bar notes that what stands above the nest holds feed, or stood over strips.
func (h *Hive) bar() {
	for _, b := range h.bees.Stack.Boxes {
		if b.Super {
			h.barred[b.ID] = true
		}
	}
}

// take counts a box that is harvested: what is ripe may be sold, unless the box is barred.
func (h *Hive) take(box string) {
	x := h.bees.BoxHolds(box)
	ripe := x.StoresKg() - x.NestNectarKg - x.SuperNectarKg
	h.AsideKg += x.StoresKg() - ripe
	if h.barred[box] || h.strips.ID != "" {
		h.BarredKg += ripe
		return
	}
	h.CropKg += ripe
}

// lived counts a day that the bees lived.
func (h *Hive) lived(w *World, d day.Day, x combwise.Came, seed *dice) {
	const fades, hungryFrom = 0.9, 3
	if x.Swarmed || h.bees.Books.Swarms > h.was {
		h.Swarms += h.bees.Books.Swarms - h.was
		h.was = h.bees.Books.Swarms
	}
	m := w.Site.On(d)
	if layingSeason(m.Bees) && !h.bees.Laying() {
		h.NoLayer++
	}
	h.hungry = int(fades * float64(h.hungry))
	if x.Hungry {
		h.hungry += hungryFrom
	}
	if n := h.bees.Bees(); n < fewBees && (m.Bees > 300 || m.Bees < 90) && seed.fails < failsADay*(1-n/fewBees) {
		h.failed = true
	}
	h.queens(w, m.Bees, int(d-w.From), seed)
}

// layingSeason reports whether a queen lays on a day of the bees' year. Source: common practice: mid-March to the end of
// September.
func layingSeason(beesDay int) bool { return beesDay > 75 && beesDay < 265 }

// Of small clusters, which the simulator does not know to fail: a shrew, a wet week, a queen who stops. Source: common
// practice, that those of one comb are lost; guesses.
const fewBees, failsADay = 4000.0, 0.03

// Of queens: how many in a year are lost, and how many virgins come back mated. Source: common
// practice: one in eight and nine in ten; a bad day of the year makes both worse.
const lostADay, unmated, matesFrom, matesTo = 0.12 / 190, 0.1, 110, 262

func (h *Hive) queens(w *World, beesDay, day int, x *dice) {
	inSeason := layingSeason(beesDay)
	const yearTurns = 60
	switch {
	case beesDay == yearTurns && h.bees.Laying():
		h.age++
		h.bees.Ages(agedLays, agedUrge)
	case h.bees.Mating() && (x.mates < unmated || beesDay < matesFrom || beesDay > matesTo):
		h.bees.NotMated()
	case h.bees.Mating():
		h.newQueen(w, day)
	case inSeason && h.bees.Laying() && x.lost < lostADay*float64(1+max(0, h.age-1)):
		h.bees.Orphan()
	}
}

// What a queen loses with a winter of her laying, and gains of the urge to swarm. Source: common practice; guesses.
const agedLays, agedUrge = 0.9, 1.5

// newQueen is one of her own vigour, with no winter behind her, and little urge to swarm.
func (h *Hive) newQueen(w *World, day int) {
	const young = 0.5
	r := rand.New(rand.NewPCG(w.Seed*131+uint64(h.number), uint64(day)))
	h.age = 0
	h.bees.Young(combwise.Usual.Eggs*math.Exp(eggsDiffer*r.NormFloat64()), young*w.begins[h.number].traits.Urge)
}

// dead is the bees under which a colony is none any more.
const dead = 400

// see looks, writes the look down and counts the time.
func (h *Hive) see(w *World, on day.Day, d look.Depth, e combwise.Eye) *look.Look {
	r := rand.New(rand.NewPCG(w.Seed*977+uint64(h.number), uint64(on)))
	l := h.bees.Look(d, e, r)
	if d == look.BySeams { // and it is lifted at one side with a scale
		l.Weight = look.Weight{How: look.OnScale, Kg: h.bees.GrossKg() + lifted*e.WeightKg*r.NormFloat64()}
	}
	x := &history.Look{}
	if d != look.ByHeft {
		x.Health = "healthy"
	}
	if d == look.ByBox || d == look.ByFace {
		x.Queen = history.Queen{
			Looked: true, Seen: l.Queen.Seen, Eggs: l.Queen.Eggs, Larvae: l.Queen.Larvae, Capped: l.Queen.Capped,
		}
		x.Cells.Check = "complete"
		const missed = 0.1 // of checks of every comb. Source: none; guess.
		if found := h.bees.QueenCells(); e.Whole == 0 || r.Float64() >= missed {
			x.Cells.WithEgg, x.Cells.Charged, x.Cells.Capped = found.WithEgg, found.Charged, found.Capped
			x.Cells.Emerged = found.Emerged
			switch {
			case found.Face:
				x.Cells.Where = "face"
			case found != (combwise.QueenCells{}):
				x.Cells.Where = "edge"
			}
		}
		l.Queen.ChargedCells, l.Queen.CappedCells = x.Cells.Charged, x.Cells.Capped
	}
	for _, b := range l.Boxes {
		n := history.BoxLook{Box: b.Box, Depth: string(b.Depth), State: string(b.Super)}
		if b.Seams >= 0 {
			s := b.Seams
			n.Seams = &s
		}
		switch b.Depth {
		case look.ByBox:
			c := b.Counts
			n.Counts = &c
		case look.ByFace:
			for _, f := range b.Faces {
				n.Faces = append(n.Faces, [2]string{f[0].String(), f[1].String()})
			}
		}
		x.Boxes = append(x.Boxes, n)
	}
	if l.Weight.How == look.OnScale {
		x.Weight = &history.Weight{How: string(look.OnScale), Value: math.Round(10*l.Weight.Kg) / 10}
	}
	h.Minutes += minutes[d]
	h.write(on, history.Entry{Kind: history.KindLook, Body: x})
	switch {
	case d != look.ByBox && d != look.ByFace:
	case l.Queen.Eggs:
		h.noEggs = 0
	case h.noEggs == 0:
		h.noEggs = on
	}
	return &l
}

// lifted is how much further off a hive is that is lifted at one side than one on a scale.
const lifted = 2

// minutes is what a look takes. Source: common practice, as core/plan has it.
var minutes = map[look.Depth]float64{look.ByHeft: 1, look.BySeams: 3, look.ByBox: 12, look.ByFace: 20}

// supersOn returns the supers on it, from below.
func (h *Hive) supersOn() []hive.Box {
	var out []hive.Box
	for _, b := range h.bees.Stack.Boxes {
		if b.Super {
			out = append(out, b)
		}
	}
	return out
}
