package main

import (
	"encoding/json"
	"fmt"
	"io"
	"runtime"
	"sync"

	"github.com/spf13/cobra"

	"kembo/core/calibration"
)

// calibrateCommand measures how often the forecast's ranges hold the truth.
func calibrateCommand() *cobra.Command {
	var truths int
	var seed uint64
	var asJSON bool
	c := &cobra.Command{
		Use:   "calibrate",
		Short: "Measure how often the 80 % ranges of the forecast hold simulated truths",
		Long:  "Calibrate makes colonies whose truth is known, looks at them with a keeper's errors, forecasts\nand counts how often the truth lies in the 80 % range: once by the model's own rules, once by others.\nIt prints a table for docs/calibration.md.",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			if truths < 10 || truths > 100_000 {
				return statusError{2, fmt.Errorf("--truths %d: give 10 to 100000", truths)}
			}
			all := map[string][]calibration.Line{}
			for _, w := range calibration.Worlds {
				all[w.Name] = score(w, truths, seed)
			}
			return printCalibration(cmd.OutOrStdout(), all, asJSON)
		},
	}
	c.Flags().IntVar(&truths, "truths", 1000, "simulated colonies a world")
	c.Flags().Uint64Var(&seed, "seed", 20260101, "another seed makes other truths")
	c.Flags().BoolVar(&asJSON, "json", false, "print JSON")
	return c
}

// score cuts a run over the processors.
func score(w calibration.World, truths int, seed uint64) []calibration.Line {
	n := runtime.GOMAXPROCS(0)
	parts := make([]*calibration.Tally, n)
	var wg sync.WaitGroup
	for k := range n {
		wg.Go(func() { parts[k] = calibration.Score(w, truths*k/n, truths*(k+1)/n, seed) })
	}
	wg.Wait()
	for _, p := range parts[1:] {
		parts[0].Add(p)
	}
	return parts[0].Lines()
}

func printCalibration(out io.Writer, all map[string][]calibration.Line, asJSON bool) error {
	if asJSON {
		e := json.NewEncoder(out)
		e.SetIndent("", "  ")
		return e.Encode(all)
	}
	for _, w := range calibration.Worlds {
		if _, err := fmt.Fprintf(out, "### %s\n\n| output | days ahead | truths | held | truth below | truth above | mean width | width knowing only the season |\n|---|---|---|---|---|---|---|---|\n", w.Name); err != nil {
			return err
		}
		for _, l := range all[w.Name] {
			day := fmt.Sprint(l.Day)
			if l.Censored > 0 {
				day = fmt.Sprintf("ends within %d", l.Day)
			}
			fmt.Fprintf(out, "| %s | %s | %d | %.0f %% | %.0f %% | %.0f %% | %.3g | %.3g |\n", l.Output, day, l.Truths, 100*l.Held, 100*l.Below, 100*l.Above, l.Width, l.Climate)
			if l.Censored > 0 {
				fmt.Fprintf(out, "| %s | does not end | %d | %.0f %% reach past it | | | | |\n", l.Output, l.Censored, 100*l.Reached)
			}
		}
		if _, err := fmt.Fprintln(out); err != nil {
			return err
		}
	}
	return nil
}
