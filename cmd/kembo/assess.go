package main

import (
	"encoding/json"
	"fmt"
	"io"
	"os"
	"runtime/debug"

	"github.com/spf13/cobra"

	"kembo/exchange"
)

func assessCommand() *cobra.Command {
	var asJSON bool
	var try []string
	var on string
	c := &cobra.Command{
		Use:   "assess FILE|-",
		Short: "Assess one colony record (JSON) and say what to do",
		Long: "Assess reads one colony record, as docs/record.schema.json describes it, from FILE or,\nfor -, " +
			"from standard input, and prints stores, brood, bees, the three runways and advice.",
		Args: cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			in := cmd.InOrStdin()
			if args[0] != "-" {
				f, err := os.Open(args[0])
				if err != nil {
					return statusError{2, fmt.Errorf("cannot read the record: %w", err)}
				}
				defer f.Close()
				in = f
			}
			return assess(in, cmd.OutOrStdout(), asJSON, try, on)
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "print JSON")
	c.Flags().StringSliceVar(&try, "try", nil, "what to try on the forecast, as super,feed; --json lists what can be")
	c.Flags().StringVar(&on, "on", "", "the day on which it is done (default the record's)")
	return c
}

// assessMost is the memory from which on it is collected while a record is assessed, bytes. An assessment takes some 30 MB and is
// over: collecting it costs a tenth of its time.
const assessMost = 512 << 20

func assess(in io.Reader, out io.Writer, asJSON bool, try []string, on string) error {
	defer debug.SetGCPercent(debug.SetGCPercent(-1))
	defer debug.SetMemoryLimit(debug.SetMemoryLimit(assessMost))
	rec, err := exchange.ReadRecord(in)
	if err != nil {
		return statusError{2, err}
	}
	c, a, err := rec.Assess()
	if err != nil {
		return statusError{2, err}
	}
	answer := exchange.AnswerOf(c, a)
	when, err := parseDay("on", on, c.Today)
	if err != nil {
		return err
	}
	if err := answer.Try(a.Situation, try, when); err != nil {
		return statusError{2, err}
	}
	if asJSON {
		e := json.NewEncoder(out)
		e.SetIndent("", "  ")
		return e.Encode(answer)
	}
	return answer.WriteText(out)
}
