// Package share pairs those of a yard that lack with those that have, so that the yard as a whole gains most: each gets of one
// at most, and gives to one at most.
//
// It is the assignment problem, solved exactly by shortest augmenting paths with prices (Kuhn 1955; Jonker and Volgenant 1987;
// both from memory), in the cube of the number of hives.
package share

import "math"

// Best returns for each row the column that it is paired with, -1 for none, such that the values of all pairs come to the
// greatest sum. No pair is made that is worth nothing or less. All rows are of one length; a value that is no number is worth
// nothing. Of pairings with the same sum the same one is returned each time.
func Best(value [][]float64) []int {
	rows := len(value)
	if rows == 0 {
		return nil
	}
	columns := len(value[0])
	// Costs from 1; the columns after the last stand for having no partner, one for each row.
	wide := columns + rows
	cost := func(i, j int) float64 {
		if j > columns {
			return 0
		}
		if v := value[i-1][j-1]; v > 0 {
			return -v
		}
		return 0
	}
	u, v := make([]float64, rows+1), make([]float64, wide+1)
	row, way := make([]int, wide+1), make([]int, wide+1)
	least, used := make([]float64, wide+1), make([]bool, wide+1)
	for i := 1; i <= rows; i++ {
		row[0] = i
		for j := range least {
			least[j], used[j] = math.Inf(1), false
		}
		at := 0
		for row[at] != 0 {
			used[at] = true
			from, step, next := row[at], math.Inf(1), 0
			for j := 1; j <= wide; j++ {
				if used[j] {
					continue
				}
				if c := cost(from, j) - u[from] - v[j]; c < least[j] {
					least[j], way[j] = c, at
				}
				if least[j] < step {
					step, next = least[j], j
				}
			}
			for j := range used {
				if used[j] {
					u[row[j]] += step
					v[j] -= step
				} else {
					least[j] -= step
				}
			}
			at = next
		}
		for at != 0 {
			row[at] = row[way[at]]
			at = way[at]
		}
	}
	out := make([]int, rows)
	for i := range out {
		out[i] = -1
	}
	for j := 1; j <= columns; j++ {
		if i := row[j]; i > 0 && value[i-1][j-1] > 0 {
			out[i-1] = j - 1
		}
	}
	return out
}

// Sum returns what a pairing comes to.
func Sum(value [][]float64, pairs []int) float64 {
	sum := 0.0
	for i, j := range pairs {
		if j >= 0 {
			sum += value[i][j]
		}
	}
	return sum
}
