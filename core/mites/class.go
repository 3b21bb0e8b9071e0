package mites

import "kembo/core/measure"

// Class is a class of treatments by its active substance, as far as a forecast needs it. What a
// product does, and whether it may be used at all, its label says.
type Class struct {
	Key    string        // as a log names the substance
	Days   int           // that it works, where the log has no day out
	Kills  measure.Range // share of the mites it can get at that it takes in all
	Cells  bool          // it reaches mites under cappings
	FromC  float64       // mean of a day, °C, from which on it works in full; 0: any
	Source string
}

// Classes are those that take mites. Efficacies are of whole treatments in trials, which differ;
// of what a name does not tell the range is wide.
var Classes = []Class{
	{
		"oxalic acid", 3, measure.Range{Low: 0.85, Likely: 0.93, High: 0.97}, false, 0,
		"trials without brood 90-97 %: Charrière and Imdorf 2002, Rademacher and Harz 2006, from memory",
	},
	{
		"formic acid", 14, measure.Range{Low: 0.60, Likely: 0.80, High: 0.93}, true, 12,
		"Imdorf and others, Underwood and Currie 2003, from memory; it reaches mites in cells",
	},
	{
		"thymol", 42, measure.Range{Low: 0.65, Likely: 0.85, High: 0.95}, false, 14,
		"Imdorf et al. 1999, Apidologie 30:209-228, from memory; weak in the cold",
	},
	{
		"pyrethroid", 42, measure.Range{Low: 0.30, Likely: 0.85, High: 0.99}, false, 0,
		"over 95 % where mites are not resistant, often far less: Milani 1999, from memory",
	},
	{
		"amidine", 49, measure.Range{Low: 0.80, Likely: 0.94, High: 0.98}, false, 0,
		"values F; trials over 90 %, resistance is reported, from memory",
	},
	{
		"organophosphate", 42, measure.Range{Low: 0.50, Likely: 0.90, High: 0.98}, false, 0,
		"trials before resistance over 90 %, from memory",
	},
	{
		"hop acids", 28, measure.Range{Low: 0.30, Likely: 0.55, High: 0.80}, false, 0,
		"DeGrandi-Hoffman et al. 2012, from memory; little while there is brood",
	},
	{
		"another", 28, measure.Range{Low: 0.05, Likely: 0.60, High: 0.95}, false, 0, "none; it is not known what it was",
	},
	{
		"", 28, measure.Range{Low: 0.05, Likely: 0.60, High: 0.95}, false, 0, "none; it is not known what it was",
	},
}

// ClassFor returns the class that a log names, and false for what takes no mites by itself.
func ClassFor(substance string) (Class, bool) {
	for _, c := range Classes {
		if c.Key == substance {
			return c, true
		}
	}
	return Class{}, false
}

// Fall is what a day's natural fall tells of all mites of a colony: one in so many falls.
// Source: a government leaflet on varroa (values F, from memory): 400 in winter, 100 in spring
// and autumn, 30 in summer.
type Fall struct{ Winter, Between, Summer float64 }

// Falls are those.
var Falls = Fall{Winter: 400, Between: 100, Summer: 30}
