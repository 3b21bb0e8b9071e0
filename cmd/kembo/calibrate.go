package main

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"os"
	"runtime"
	"slices"
	"sync"
	"time"

	"github.com/spf13/cobra"

	"kembo/app"
	"kembo/core/day"
	"kembo/lab/calibration"
	"kembo/web/draw"
)

// calibrateCommand measures how often the forecast's ranges hold the truth.
func calibrateCommand() *cobra.Command {
	var truths int
	var seed uint64
	var asJSON bool
	var picture, data, on string
	var eye, skilled bool
	c := &cobra.Command{
		Use:   "calibrate",
		Short: "Measure how often the 80 % ranges of the forecast hold simulated truths",
		Long: "Calibrate makes colonies whose truth is known, looks at them with a keeper's errors, " +
			"forecasts\nand counts how often the truth lies in the 80 % range: once by the model's own rules, " +
			"once by others.\nIt prints a table for docs/calibration.md.",
		Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			if truths < 10 || truths > 100_000 {
				return statusError{2, fmt.Errorf("--truths %d: give 10 to 100000", truths)}
			}
			if data != "" {
				return printScores(cmd, data, on, eye)
			}
			if skilled {
				return printSkill(cmd.OutOrStdout(), scoreSkill(truths, seed), asJSON)
			}
			all := map[string]world{}
			for _, w := range calibration.Worlds {
				ranges := score(w, truths, seed)
				all[w.Name] = world{
					ranges.Lines(), ranges.Chances(), ranges.Swarms(), learn(w, max(4, truths/10), seed),
				}
			}
			if picture != "" {
				if err := os.WriteFile(picture, []byte(reliabilityOf(all).Draw()), 0o644); err != nil {
					return fmt.Errorf("write the picture: %w", err)
				}
			}
			return printCalibration(cmd.OutOrStdout(), all, asJSON)
		},
	}
	c.Flags().IntVar(&truths, "truths", 1000, "simulated colonies a world")
	c.Flags().Uint64Var(&seed, "seed", 20260101, "another seed makes other truths")
	c.Flags().BoolVar(&asJSON, "json", false, "print JSON")
	c.Flags().StringVar(&data, "data", "", "score the looks of this data file against their forecasts instead")
	c.Flags().StringVar(&on, "day", "", "with --data: as of this day (default today)")
	c.Flags().BoolVar(&eye, "eye", false, "with --data: by how much the keeper is off, as the looks themselves have it")
	c.Flags().BoolVar(
		&skilled, "skill", false, "score all of the year, in four worlds, beside what could be said without a model",
	)
	c.Flags().StringVar(&picture, "picture", "", "write the reliability picture to this SVG file")
	return c
}

// world is what came of one.
type world struct {
	Ranges   []calibration.Line
	Ends     []calibration.ChanceScore
	Swarms   calibration.ChanceScore
	Learning calibration.Lesson
}

// learn cuts the looks that teach over the processors.
func learn(w calibration.World, yards int, seed uint64) calibration.Lesson {
	n := runtime.GOMAXPROCS(0)
	parts := make([]*calibration.Lessons, n)
	var wg sync.WaitGroup
	for k := range n {
		wg.Go(func() { parts[k] = calibration.Learn(w, yards*k/n, yards*(k+1)/n, seed) })
	}
	wg.Wait()
	return calibration.Taught(parts...)
}

// pictured are the outputs of the reliability picture, a fortnight ahead.
var pictured = []draw.ReliabilityLine{
	{Name: "stores, kg", Ink: "#a4660a"}, {Name: "stores in supers, kg", Ink: "#a4660a", Dash: "5 3"},
	{Name: "capped share of supers", Ink: "#c9a227"}, {Name: "brood, cells", Ink: "#8a4b2a"},
	{Name: "eggs", Ink: "#5d6b7a"}, {Name: "bees", Ink: "#1f5a46"}, {Name: "room, kg of nectar", Ink: "#6b4a8a"},
	{Name: "free cells in the nest", Ink: "#6b4a8a", Dash: "5 3"}, {Name: "crowding", Ink: "#1f5a46", Dash: "5 3"},
}

const picturedDay = 14

func reliabilityOf(all map[string]world) draw.Reliability {
	var r draw.Reliability
	for _, w := range calibration.Worlds {
		p := draw.ReliabilityPanel{Name: w.Name + ", 14 days ahead"}
		for _, l := range pictured {
			for _, line := range all[w.Name].Ranges {
				if line.Output == l.Name && line.Day == picturedDay {
					l.Held = line.Central
					p.Lines = append(p.Lines, l)
				}
			}
		}
		r.Panels = append(r.Panels, p)
	}
	return r
}

// score cuts a run over the processors.
func score(w calibration.World, truths int, seed uint64) *calibration.Tally {
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
	return parts[0]
}

func printCalibration(out io.Writer, all map[string]world, asJSON bool) error {
	if asJSON {
		e := json.NewEncoder(out)
		e.SetIndent("", "  ")
		return e.Encode(all)
	}
	for _, w := range calibration.Worlds {
		if _, err := fmt.Fprintf(
			out,
			"### %s\n\n| output | days ahead | truths | held | truth below | truth above | mean width | width "+
				"knowing only the season |\n|---|---|---|---|---|---|---|---|\n",
			w.Name,
		); err != nil {
			return err
		}
		for _, l := range all[w.Name].Ranges {
			day := fmt.Sprint(l.Day)
			if l.Censored > 0 {
				day = fmt.Sprintf("ends within %d", l.Day)
			}
			fmt.Fprintf(
				out, "| %s | %s | %d | %.0f %% | %.0f %% | %.0f %% | %.3g | %.3g |\n", l.Output, day, l.Truths,
				100*l.Held, 100*l.Below, 100*l.Above, l.Width, l.Climate,
			)
			if l.Censored == 0 {
				continue
			}
			fmt.Fprintf(
				out, "| %s | does not end | %d | %.0f %% reach past it | | | | |\n", l.Output, l.Censored,
				100*l.Reached,
			)
			fmt.Fprintf(
				out, "| %s | told to end within %d | %d | %.0f %% | | | | |\n", l.Output, l.Day, l.Told,
				100*l.ToldHeld,
			)
			if l.Over > 0 {
				fmt.Fprintf(
					out, "| %s | said to be over | %d | %.0f %% are | | | | |\n", l.Output, l.Over, 100*l.OverRight,
				)
			}
		}
		x := all[w.Name]
		fmt.Fprintf(out, "\nChances that a runway ends by a visit, told from one look, against how many did\n\n")
		printChances(out, w.Name, x.Ends, nil)
		fmt.Fprintf(out, "\nChances of a swarm, against the chance that the truths had\n\n")
		printChances(
			out, w.Name, []calibration.ChanceScore{x.Swarms, x.Learning.SwarmFirst, x.Learning.SwarmTold},
			[]string{"from one look, all year", "from the first look of spring", "by what four looks taught"},
		)
		if _, err := fmt.Fprintf(
			out,
			"\nForecasts of a look nine days ahead, by how many looks were known: mean error (width of the 80 %% "+
				"range, share of truths in it)\n\n| %s: output | looks known | forecasts | the last look alone | the "+
				"colony's own pace learnt | and the yard's flow |\n|---|---|---|---|---|---|\n",
			w.Name,
		); err != nil {
			return err
		}
		for _, l := range all[w.Name].Learning.Errors {
			e := func(x calibration.Error) string {
				return fmt.Sprintf("%.3g (%.3g, %.0f %%)", x.Mean, x.Width, 100*x.Held)
			}
			fmt.Fprintf(
				out, "| %s | %d | %d | %s | %s | %s |\n", l.Output, l.Looks, l.N, e(l.Fresh), e(l.Own), e(l.Pooled),
			)
		}
		if _, err := fmt.Fprintln(out); err != nil {
			return err
		}
	}
	return nil
}

// printChances prints a column for each score: what was told in the mean, what
// it came to and of how many, by how much was told.
func printChances(out io.Writer, world string, scores []calibration.ChanceScore, how []string) {
	head, rule, saved := "| "+world+": told |", "|---|", "| saved of the Brier score of telling all the same |"
	for i, c := range scores {
		name := fmt.Sprintf("%s, %d days", c.Of, c.Days)
		if how != nil {
			name += ", " + how[i]
		}
		head, rule = head+" "+name+" |", rule+"---|"
		if c.Same > 0 {
			saved += fmt.Sprintf(" %.0f %% |", 100*(1-c.Brier/c.Same))
		} else {
			saved += " none came |"
		}
	}
	fmt.Fprintf(out, "%s\n%s\n", head, rule)
	for k := range len(calibration.ChanceBounds) - 1 {
		from, to := calibration.ChanceBounds[k], calibration.ChanceBounds[k+1]
		fmt.Fprintf(out, "| %.0f to %.0f %% |", 100*from, 100*to)
		for _, c := range scores {
			if i := slices.IndexFunc(c.Lines, func(l calibration.ChanceLine) bool { return l.From == from }); i >= 0 {
				l := c.Lines[i]
				fmt.Fprintf(out, " %.1f → %.1f %% of %d |", 100*l.Told, 100*l.Were, l.Forecasts)
			} else {
				fmt.Fprint(out, " none |")
			}
		}
		fmt.Fprintln(out)
	}
	fmt.Fprintln(out, saved)
}

// printScores scores an operation's own looks.
func printScores(cmd *cobra.Command, data, on string, eye bool) error {
	ctx := cmd.Context()
	s, err := openData(ctx, data, cmd.ErrOrStderr())
	if err != nil {
		return err
	}
	defer s.Close()
	var today *day.Day
	if on != "" {
		d, err := parseDay("day", on, 0)
		if err != nil {
			return err
		}
		today = &d
	}
	svc, out := app.New(s, time.Now, today), cmd.OutOrStdout()
	if eye {
		return printEyes(ctx, out, svc)
	}
	all, err := svc.Scores(ctx)
	if err != nil {
		return err
	}
	fmt.Fprintf(
		out,
		"| looked at, after three looks | times | ranges held | mean error | by a fresh model: held | mean error "+
			"|\n|---|---|---|---|---|---|\n",
	)
	for _, l := range all {
		fmt.Fprintf(
			out, "| %s | %d | %.0f %% | %.1f %% | %.0f %% | %.1f %% |\n", l.Name, l.Tests, 100*l.Held, 100*l.Error,
			100*l.FreshHeld, 100*l.Fresh,
		)
	}
	return nil
}

// eyes are the keepers that are tried, as times of the usual; of fewer things than
// eyeLeast luck would name one.
var eyes = []float64{0.3, 0.4, 0.5, 0.65, 0.8, 1, 1.25, 1.6}

const eyeLeast = 100

func printEyes(ctx context.Context, out io.Writer, svc *app.Service) error {
	all, err := svc.Eyes(ctx, eyes[:1])
	if err == nil && all[0].Tests >= eyeLeast { // else the rest is for nothing
		all, err = svc.Eyes(ctx, eyes)
	}
	if err != nil {
		return err
	}
	return writeEyes(out, all)
}

// writeEyes says which keeper the looks speak for, and what to set for that one.
func writeEyes(out io.Writer, all []app.Eye) error {
	if n := all[0].Tests; n < eyeLeast {
		_, err := fmt.Fprintf(
			out,
			"Only %d things were looked at that more than three looks had forecast; from %d on they tell how far "+
				"off you count.\n",
			n, eyeLeast,
		)
		return err
	}
	best := slices.MaxFunc(all, func(a, b app.Eye) int { return cmp.Compare(a.LogScore, b.LogScore) })
	fmt.Fprintf(out, "| off by, times the usual | things looked at | ranges held | log score |\n|---|---|---|---|\n")
	for _, e := range all {
		fmt.Fprintf(out, "| %g | %d | %.0f %% | %.3f |\n", e.Times, e.Tests, 100*e.Held, e.LogScore)
	}
	_, err := fmt.Fprintf(
		out,
		"\nThe looks speak for %g times the usual. In the settings: faces %.0f %%, frames %.0f %%, seams %.0f %%.\n",
		best.Times, 100*best.OffFaces, 100*best.OffBoxes, 100*best.OffSeams,
	)
	return err
}
