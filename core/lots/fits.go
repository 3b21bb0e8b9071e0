package lots

// Live returns the entries that stand, without those that only take others back, in the order given.
func Live(entries []Entry) []Entry {
	gone := superseded(entries)
	var out []Entry
	for _, e := range entries {
		if !gone[e.ID] && e.Body != nil {
			out = append(out, e)
		}
	}
	return out
}

// Fits returns why an entry cannot be added to an account, nil where it can: it is taken in by its day, and everything that fitted
// before must still fit.
func Fits(entries []Entry, e Entry) error {
	_, before := Mended(entries)
	at := len(entries)
	for at > 0 && entries[at-1].Day > e.Day {
		at--
	}
	with := append(append(append([]Entry{}, entries[:at]...), e), entries[at:]...)
	if e.Supersedes != "" {
		i := -1
		for k, x := range entries {
			if x.ID == e.Supersedes {
				i = k
			}
		}
		if i < 0 || superseded(entries)[e.Supersedes] {
			return wrong("entry", "it was taken back already")
		}
		with = append(append([]Entry{}, entries...), e)
	}
	_, after := Mended(with)
	if len(after) <= len(before) {
		return nil
	}
	for _, m := range after {
		if m.Entry.ID == e.ID {
			return m.Err
		}
	}
	for _, m := range after {
		if !has(before, m.Entry.ID) {
			return wrong("form", "what was written after it does not fit then: %s", m.Err)
		}
	}
	return nil
}

func has(all []Misfit, id string) bool {
	for _, m := range all {
		if m.Entry.ID == id {
			return true
		}
	}
	return false
}

// Text is something that a user wrote, with its field.
type Text struct{ Field, Text string }

// Texts returns what a user wrote in a body.
func Texts(b Body) []Text {
	switch x := b.(type) {
	case *Extracted:
		return []Text{{"name", x.Name}, {"note", x.Note}}
	case *Blended:
		return []Text{{"name", x.Name}, {"note", x.Note}}
	case *Filled:
		return []Text{{"what", x.What}}
	case *Left:
		return []Text{{"to", x.To}}
	}
	return nil
}
