package form

import (
	"encoding/csv"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/measure"
)

// Column is a column of a table of colonies.
type Column struct {
	Key, Label string
	Names      []string // by which a header may call it, in small letters
	into       func(n *app.NewColony, text string, h Hive) error
}

// Columns are those that a table of colonies may have, the one that it must have first.
var Columns = []Column{
	{"code", "Code", []string{"code", "colony", "hive", "name", "number"}, func(n *app.NewColony, t string, _ Hive) error {
		n.Code = t
		return nil
	}},
	{"format", "Brood box", []string{"format", "brood box", "box", "hive type", "type"},
		func(n *app.NewColony, t string, _ Hive) error {
			n.NestFormat = t
			return nil
		}},
	{"nest", "Brood boxes", []string{"nest", "brood boxes", "nest boxes", "broods"},
		wholeInto(func(n *app.NewColony) *int { return &n.NestBoxes })},
	{"supers", "Supers", []string{"supers", "super"}, wholeInto(func(n *app.NewColony) *int { return &n.Supers })},
	{"frames", "Frames in each", []string{"frames", "combs"},
		wholeInto(func(n *app.NewColony) *int { return &n.NestFrames })},
	{"queen", "Queen’s year", []string{"queen", "queen year", "year", "queen's year"},
		wholeInto(func(n *app.NewColony) *int { return &n.QueenYear })},
	{"mark", "Mark", []string{"mark", "colour", "color"}, func(n *app.NewColony, t string, _ Hive) error {
		n.Mark = t
		return nil
	}},
	{"clipped", "Clipped", []string{"clipped"}, func(n *app.NewColony, t string, _ Hive) error {
		switch strings.ToLower(t) {
		case "yes", "y", "x", "1", "true":
			n.Clipped = true
		case "no", "n", "0", "false", "-":
		default:
			return fmt.Errorf("%q is not yes or no", t)
		}
		return nil
	}},
	{"since", "Here since", []string{"since", "here since", "date", "day", "from"},
		func(n *app.NewColony, t string, _ Hive) (err error) {
			n.On, err = day.Parse(t)
			return err
		}},
	{"began", "It is", []string{"began", "is", "origin", "kind"}, func(n *app.NewColony, t string, _ Hive) error {
		n.Began.How = history.Beginning(strings.ToLower(t))
		if n.Began.How == history.AsSplit || !slices.Contains(history.Beginnings, n.Began.How) {
			return fmt.Errorf("%q is not found, nuc, package, swarm or bought", t)
		}
		return nil
	}},
	{"bees", "Bees", []string{"bees", "bees kg", "kg", "bees lb"}, func(n *app.NewColony, t string, h Hive) (err error) {
		n.Began.BeesKg, err = measure.Parse(t, h.Units.Mass)
		return err
	}},
}

func wholeInto(of func(*app.NewColony) *int) func(*app.NewColony, string, Hive) error {
	return func(n *app.NewColony, t string, _ Hive) error {
		v, err := strconv.Atoi(t)
		if err != nil || v < 0 {
			return fmt.Errorf("%q is not a whole number", t)
		}
		*of(n) = v
		return nil
	}
}

// ColonyRow is a row of a table of colonies, with what is wrong with it.
type ColonyRow struct {
	Line   int
	Cells  []string
	Colony app.NewColony
	Wrong  string // "": nothing
}

// mostRows is how many colonies a table may have.
const mostRows = 500

// ReadColonies reads a table as it was pasted or exported: a header, then a row a
// colony, parted by tabs, semicolons or commas. like is what a colony is where a table
// says nothing. The error is an *app.FieldError for a table that cannot be read at all.
func ReadColonies(text string, like app.NewColony, h Hive) (used []Column, rows []ColonyRow, err error) {
	text = strings.TrimPrefix(strings.TrimSpace(text), "\ufeff")
	if text == "" {
		return nil, nil, wrong("table", "paste a table, or choose a file")
	}
	r := csv.NewReader(strings.NewReader(text))
	head, _, _ := strings.Cut(text, "\n")
	r.Comma = ','
	for _, c := range "\t;" {
		if strings.ContainsRune(head, c) {
			r.Comma = c
			break
		}
	}
	r.FieldsPerRecord, r.LazyQuotes, r.TrimLeadingSpace = -1, true, true
	all, err := r.ReadAll()
	if err != nil {
		return nil, nil, wrong("table", "it cannot be read: %v", err)
	}
	for i, name := range all[0] {
		at := slices.IndexFunc(Columns, func(c Column) bool {
			return slices.Contains(c.Names, strings.ToLower(strings.TrimSpace(name)))
		})
		if at < 0 {
			return nil, nil, wrong("table", "its column %d is called %q; Kembo knows %s", i+1, name, columnNames())
		}
		if slices.ContainsFunc(used, func(c Column) bool { return c.Key == Columns[at].Key }) {
			return nil, nil, wrong("table", "two columns are %s; take one out", Columns[at].Label)
		}
		used = append(used, Columns[at])
	}
	if !slices.ContainsFunc(used, func(c Column) bool { return c.Key == "code" }) {
		return nil, nil, wrong("table", "it has no column of codes; head one with “code”")
	}
	if len(all) < 2 || len(all) > mostRows+1 {
		return nil, nil, wrong("table", "it has %d rows below its head; 1 to %d are read at once", len(all)-1, mostRows)
	}
	seen := map[string]int{}
	for i, cells := range all[1:] {
		row := ColonyRow{Line: i + 2, Cells: cells, Colony: like}
		row.read(used, h)
		if code := strings.ToUpper(row.Colony.Code); seen[code] > 0 && row.Wrong == "" {
			row.Wrong = fmt.Sprintf("code %s stands in row %d already", code, seen[code])
		} else {
			seen[code] = row.Line
		}
		rows = append(rows, row)
	}
	return used, rows, nil
}

// read reads the cells of a row; an empty one says nothing.
func (r *ColonyRow) read(used []Column, h Hive) {
	if len(r.Cells) > len(used) {
		r.Wrong = fmt.Sprintf("it has %d cells, the head %d", len(r.Cells), len(used))
		return
	}
	for i, t := range r.Cells {
		if t = strings.TrimSpace(t); t == "" {
			continue
		}
		if err := used[i].into(&r.Colony, t, h); err != nil {
			r.Wrong = strings.ToLower(used[i].Label) + ": " + err.Error()
			return
		}
	}
	if r.Colony.Code == "" {
		r.Wrong = "it has no code"
	}
}

// columnNames lists the columns by the first of their names.
func columnNames() string {
	var out []string
	for _, c := range Columns {
		out = append(out, c.Names[0])
	}
	return strings.Join(out, ", ")
}
