package shorthand

import (
	"slices"
	"strings"

	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/measure"
)

func (p *parser) amount(t string, most float64, of string) (float64, error) {
	v, err := measure.ParseNumber(t)
	if err != nil || v <= 0 || v > most {
		return 0, p.wrong("%q is not more than 0 and up to %g %s", t, most, of)
	}
	return v, nil
}

func (p *parser) queen(t string) error {
	q := &p.look.Queen
	p.found, q.Looked, q.Each = true, true, true
	if t == "0" {
		q.NoEggs, q.NoLarvae, q.NoCapped = true, true, true
		return nil
	}
	letters := queenLetters
	for i := range len(t) {
		if t[i] == '-' {
			letters = missingLetters
			continue
		}
		of, ok := byLetter(letters, t[i])
		if !ok {
			return p.wrong(
				"%q is not a sign of her; use S saw her, E eggs, L larvae, B capped brood, after a minus what was not "+
					"there, or q0 for none of them",
				t[i:i+1],
			)
		}
		*of(q) = true
	}
	if t == "" || t == "-" {
		return p.wrong("say what was seen of her: qS saw her, qE eggs, qL larvae, qB capped brood, q0 none of them")
	}
	if q.Eggs && q.NoEggs || q.Larvae && q.NoLarvae || q.Capped && q.NoCapped {
		return p.wrong("a stage is seen or it is not there; say it once")
	}
	return nil
}

// cells reads a check for queen cells: c or p for how, counts by letter, where.
func (p *parser) cells(t string) error {
	p.found = true
	c := &p.look.Cells
	if t[0] == 'c' || t[0] == 'p' {
		c.Check = map[byte]string{'c': "complete", 'p': "partial"}[t[0]]
		t = t[1:]
	}
	t, where, placed := strings.Cut(t, "@")
	if placed {
		if !slices.Contains(places, where) {
			return p.wrong("%q is not where cells hang; use @edge, @face or @both", where)
		}
		c.Where = where
	}
	if t == "" {
		return nil
	}
	if t[0] != ':' {
		return p.wrong("after cc or cp come a colon and counts, as cc:u3h2")
	}
	for t = t[1:]; t != ""; {
		of, ok := byLetter(cellLetters, t[0])
		if !ok {
			return p.wrong(
				"%q is not a kind of cell; use u dry cups, g with an egg, h charged, k capped, m emerged, t torn down",
				t[:1],
			)
		}
		n := len(t[1:]) - len(strings.TrimLeft(t[1:], "0123456789"))
		count, err := p.whole(t[1:1+n], 0, 500, "cells, as h2")
		if err != nil {
			return err
		}
		*of(c) = count
		t = t[1+n:]
	}
	return nil
}

// weight reads that of the whole hive: W54kg, W22+24kg for both sides, W/27kg for
// one, Wheavy by the back.
func (p *parser) weight(t string) error {
	p.found = true
	w := &history.Weight{How: string(look.OnScale)}
	p.look.Weight = w
	if slices.Contains(hefts, look.Heft(t)) {
		w.How, w.Heft = string(look.ByFeel), t
		return nil
	}
	if strings.HasPrefix(t, "/") {
		w.How, t = string(look.OneSide), t[1:]
	}
	a, b, two := strings.Cut(t, "+")
	if two && w.How == string(look.OnScale) {
		w.How = string(look.TwoSides)
		var err error
		if w.Other, w.Unit, err = p.mass(b); err != nil {
			return err
		}
		u := w.Unit
		if !strings.HasSuffix(a, "kg") && !strings.HasSuffix(a, "lb") {
			a += u
		}
	}
	var err error
	unit := w.Unit
	if w.Value, w.Unit, err = p.mass(a); err != nil {
		return err
	}
	if unit != "" && unit != w.Unit {
		return p.wrong("the two sides are in two units; weigh both in one")
	}
	return nil
}

// mass reads a number with kg, lb or nothing after it.
func (p *parser) mass(t string) (float64, string, error) {
	unit := p.unit
	for _, u := range []measure.Unit{measure.Kilogram, measure.Pound} {
		if strings.HasSuffix(t, u.Name) {
			t, unit = strings.TrimSuffix(t, u.Name), u.Name
			break
		}
	}
	v, err := p.amount(t, 900, unit+", as W54kg or Wheavy")
	return v, unit, err
}
