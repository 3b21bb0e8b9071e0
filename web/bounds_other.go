//go:build !unix

package web

// connectionsFor returns how many connections there may be at once.
func connectionsFor() int { return connections }
