package places

import "fmt"

// A comb of honey that was drawn in a box with fewer combs is thicker than there is room for in a fuller one, from a
// difference of fatMM. fatMinutes is what it is worth to avoid scraping it. Source: common practice; sizes are guesses.
const fatMM, fatMinutes = 1.5, 4.0

var combFat = Rule{
	Key: "comb_fat", Says: "a comb drawn wide hangs where it has room, or is scraped first",
	Helps: "Scrape it to the top bar’s width, or leave a comb less in that box.", Source: "common practice",
	check: func(v *View, found func(Breach)) {
		for i, row := range v.Combs {
			for k, c := range row {
				if c.Fat {
					found(Breach{Box: i, Slot: k, Minutes: fatMinutes})
				}
			}
		}
	},
	say: func(_ *View, b Breach) string {
		return fmt.Sprintf("The honey comb in slot %d of box %d was drawn wide and touches its neighbours there.", b.Slot+1, b.Box+1)
	},
}
