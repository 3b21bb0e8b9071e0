package hive

// Entrance is how wide a hive's entrance stands open.
type Entrance string

// The widths. What nobody noted is AsBuilt.
const (
	AsBuilt Entrance = ""
	Open    Entrance = "open"
	Reduced Entrance = "reduced"
	Shut    Entrance = "shut"
)

// Entrances are the widths that can be noted.
var Entrances = []Entrance{Open, Reduced, Shut}
