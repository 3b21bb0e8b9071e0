package craft

import "kembo/core/hive"

// nestHoney returns the honey of all boxes, kg.
func nestHoney(all []hive.Box) float64 {
	kg := 0.0
	for _, b := range all {
		kg += b.HoneyKg()
	}
	return kg
}
