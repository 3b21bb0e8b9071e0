package history

import (
	"slices"

	"kembo/core/colony"
	"kembo/core/moves"
	"kembo/core/queen"
)

// queenWas notes what an act did to the hive's queen, who was as before.
func (w *walker) queenWas(e Entry, before moves.Queen, after moves.Hive) {
	now, d := after.Queen, after.Did
	if now != before {
		w.queen = now
		w.QueenYear, w.Clipped = now.Year, now.Clipped
		if now == (moves.Queen{}) || now.ID != before.ID {
			w.queenWent(e, d.QueenEnd)
		}
		if now != (moves.Queen{}) {
			w.queenIs(e, now)
		}
	}
	if i := slices.IndexFunc(w.Queens, queen.Person.Present); i >= 0 && d.Accepted {
		w.Queens[i].Accepted = e.Day
	}
	switch {
	case d.Waits != "":
		w.Waiting = &queen.Waiting{For: d.Waits, On: e.Day}
	case now.State == queen.Laying && d.LaysIn > 0, d.QueenEnd != queen.Here && now.State == queen.Laying:
		w.Waiting = nil
	}
	switch {
	case !now.Caged:
		w.CagedSince = 0
	case w.Waiting == nil && w.CagedSince == 0:
		w.CagedSince = e.Day
	}
}

// queenWent ends the time of the queen who was there.
func (w *walker) queenWent(e Entry, how queen.End) {
	w.Queens = slices.Clone(w.Queens)
	for i := range w.Queens {
		if w.Queens[i].Present() {
			w.Queens[i].Out, w.Queens[i].End = e.Day, how
		}
	}
}

// queenIs writes what is known of the queen who is there now.
func (w *walker) queenIs(e Entry, q moves.Queen) {
	w.Queens = slices.Clone(w.Queens)
	i := slices.IndexFunc(w.Queens, queen.Person.Present)
	if i < 0 {
		i = len(w.Queens)
		w.Queens = append(w.Queens, queen.Person{In: e.Day})
	}
	p := &w.Queens[i]
	p.ID, p.Year, p.Mark, p.Clipped, p.Caged = q.ID, q.Year, q.Mark, q.Clipped, q.Caged
	p.Origin, p.Mother, p.Source, p.State = q.Origin, q.Mother, q.Source, q.State
}

// queenSeen takes in what a look found of the queen: seen, she is there; with eggs,
// she lays. Where the hive waits for one whom its bees raise, eggs from the day on
// which she can lay are hers.
func (w *walker) queenSeen(e Entry, l *Look) {
	if !l.Queen.Looked && !l.Queen.Seen && !l.Queen.Eggs {
		return
	}
	laysNow := l.Queen.Eggs && l.Queen.Several != colony.EggsOnWalls // those are laying workers'
	if w.Waiting != nil {
		due, err := w.Waiting.Due()
		laysNow = laysNow && err == nil && e.Day >= due.Eggs
	}
	_, there := queen.PresentOf(w.Queens)
	switch {
	case there && (l.Queen.Seen || laysNow && w.queen.State != queen.DroneLayer):
	case !there && (laysNow || l.Queen.Seen) && (w.Waiting != nil || l.Queen.Seen):
		// She is known by the entry that found her: nobody has given her a name yet.
		mother := ""
		if last, ok := queen.Last(w.Queens); ok {
			mother = last.ID
		}
		w.queen = moves.Queen{ID: e.ID, Mother: mother}
		if w.Waiting != nil {
			w.queen.Origin, w.queen.Year = queen.Raised, w.Waiting.On.Time().Year()
		}
		w.QueenYear, w.Clipped = w.queen.Year, false
	default:
		return
	}
	if laysNow {
		w.queen.State, w.Waiting = queen.Laying, nil
		if e.Day-w.CagedSince > queen.HatchesAfter { // eggs from before she was shut in have hatched
			w.queen.Caged, w.CagedSince = false, 0
		}
	}
	w.queenIs(e, w.queen)
	if i := slices.IndexFunc(w.Queens, queen.Person.Present); l.Queen.Seen && i >= 0 {
		w.Queens[i].Seen = e.Day
	}
}
