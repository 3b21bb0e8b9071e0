// Package guide is the user guide as the application shows it.
package guide

import "embed"

// Pages are the pages as Markdown, by name: start.md, year.md, round.md, records.md.
//
//go:embed *.md
var Pages embed.FS
