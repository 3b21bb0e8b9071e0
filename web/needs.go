package web

import (
	"fmt"
	"slices"
	"strings"

	"kembo/core/measure"
	"kembo/core/plan"
)

// needText writes a need in the user's units.
func needText(n plan.Need, u measure.Units) string {
	count, unit := n.Count, n.Unit
	switch unit {
	case measure.Litre.Name:
		return measure.Amount(u.Volume.In(count)) + " " + u.Volume.Name + " " + n.What
	case measure.Kilogram.Name:
		return kgText(u, count) + " " + n.What
	}
	if count == 1 {
		return "1 " + n.What
	}
	return fmt.Sprintf("%.0f %ss", count, n.What)
}

// needOf is needText with the box that it is of, where there is more than one kind.
func needOf(n plan.Need, u measure.Units) string {
	if n.Of == "" {
		return needText(n, u)
	}
	return needText(n, u) + ", " + n.Of
}

// addNeeds sums needs of the same kind.
func addNeeds(all, more []plan.Need) []plan.Need {
	for _, n := range more {
		if i := slices.IndexFunc(all, func(a plan.Need) bool { return a.What == n.What && a.Of == n.Of }); i >= 0 {
			all[i].Count += n.Count
		} else {
			all = append(all, n)
		}
	}
	return all
}

func needsText(ns []plan.Need, u measure.Units) string {
	var out []string
	for _, n := range ns {
		out = append(out, needText(n, u))
	}
	return strings.Join(out, ", ")
}

// volumeOf writes a volume in the user's units.
func volumeOf(litres float64, u measure.Units) string {
	return measure.Amount(u.Volume.In(litres)) + " " + u.Volume.Name
}

// degrees writes a temperature in the user's units.
func degrees(c float64, u measure.Units) string {
	return fmt.Sprintf("%.0f %s", u.Temperature.In(c), u.Temperature.Name)
}
