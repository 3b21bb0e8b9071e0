//go:build unix

package web

import "syscall"

// spare is how many descriptors the data file, its log and what else is open need.
const spare = 48

// connectionsFor returns how many connections there may be at once: as many as
// usual, or as the machine has descriptors for.
func connectionsFor() int {
	var r syscall.Rlimit
	if err := syscall.Getrlimit(syscall.RLIMIT_NOFILE, &r); err != nil {
		return connections
	}
	return max(8, min(connections, int(min(r.Cur, 1<<20))-spare))
}
