package colony

// Neighbour is another hive of the yard, as far as it bears on this one.
type Neighbour struct {
	Colony       string
	Bees         float64 // less than 0: not known
	Health       Health
	MitesPercent float64 // of the last count; less than 0: not known
}
