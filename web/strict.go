package web

import (
	"bytes"
	"fmt"
)

// strict refuses a request's head that two programs may read in two ways, which is
// how one hides a request from a proxy in another: a line that goes on in the
// next, a blank before the colon, two hosts, two lengths, a length beside chunks.
// Source: RFC 9112, sections 3.2, 5.1, 5.2 and 6.3.
func strict(raw []byte) error {
	n := map[string]int{}
	for line := range bytes.Lines(raw) {
		line = bytes.TrimRight(line, "\r\n")
		if len(line) == 0 {
			break
		}
		if line[0] == ' ' || line[0] == '\t' {
			return fmt.Errorf("a header line goes on in the next")
		}
		name, _, ok := bytes.Cut(line, []byte(":"))
		if !ok {
			continue // the request line
		}
		if bytes.ContainsAny(name, " \t") {
			return fmt.Errorf("a blank in the name of a header")
		}
		n[string(bytes.ToLower(name))]++
	}
	switch {
	case n["host"] > 1:
		return fmt.Errorf("%d hosts", n["host"])
	case n["content-length"]+n["transfer-encoding"] > 1:
		return fmt.Errorf("%d lengths, %d encodings of transfer", n["content-length"], n["transfer-encoding"])
	}
	return nil
}
