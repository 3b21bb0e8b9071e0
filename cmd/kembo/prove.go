package main

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"slices"
	"strings"
	"sync"
	"time"

	"github.com/spf13/cobra"
	"golang.org/x/sync/errgroup"

	"kembo/core/assessment"
	"kembo/lab/proof"
)

// proving is what is run.
type proving struct {
	seeds             int
	first             uint64
	climates, keepers []string
	results           string
	workers           int
	tableOnly         bool
	audit             bool
}

// proveCommand lets simulated yards live under Kembo's plans and under other keepers.
func proveCommand() *cobra.Command {
	var p proving
	c := &cobra.Command{
		Use:   "prove",
		Short: "Let simulated yards live under Kembo’s plans and under other keepers, and compare",
		Long: "Prove keeps yards of twenty simulated colonies for two years, each once under Kembo’s plans and once\n" +
			"under each of the other keepers, with the same weather and the same luck. What came of each goes into a\n" +
			"file of results, line by line, so that it can be stopped and taken up again; the tables for docs/proof.md\n" +
			"are printed at the end. A yard takes one to three minutes where plans are made.",
		Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error { return p.run(cmd) },
	}
	c.Flags().IntVar(&p.seeds, "yards", 10, "yards a climate")
	c.Flags().Uint64Var(&p.first, "seed", 1, "seed of the first yard; the next have the next")
	c.Flags().StringSliceVar(&p.climates, "climates", proof.Climates, "climates")
	c.Flags().StringSliceVar(&p.keepers, "keepers", keeperKeys(), "keepers")
	c.Flags().StringVar(&p.results, "results", "proof.jsonl", "file of results, which is added to")
	c.Flags().IntVar(&p.workers, "at-once", 2, "yards that are kept at the same time")
	c.Flags().BoolVar(&p.tableOnly, "table", false, "print the tables of the results that there are, and keep nothing")
	c.Flags().BoolVar(&p.audit, "audit", false,
		"follow the plans and read the board each morning: how many cannot wait, and what it was silent about")
	return c
}

func keeperKeys() []string {
	var out []string
	for _, e := range proof.Entrants {
		out = append(out, e.Key)
	}
	return out
}

func (p *proving) run(cmd *cobra.Command) error {
	if p.seeds < 1 || p.workers < 1 {
		return statusError{2, errors.New("--yards and --at-once: give 1 or more")}
	}
	for _, k := range p.keepers {
		if !slices.Contains(keeperKeys(), k) {
			return statusError{2, fmt.Errorf("--keepers %s: choose of %s", k, strings.Join(keeperKeys(), ", "))}
		}
	}
	if p.audit {
		return p.audited(cmd.Context(), cmd.OutOrStdout(), cmd.ErrOrStderr())
	}
	done, err := readResults(p.results)
	if err != nil {
		return err
	}
	if !p.tableOnly {
		if done, err = p.keep(cmd.Context(), cmd.ErrOrStderr(), done); err != nil {
			return err
		}
	}
	if len(done) == 0 {
		return statusError{2, fmt.Errorf("%s holds no results of model version %s", p.results, assessment.ModelVersion)}
	}
	return proof.Write(cmd.OutOrStdout(), done)
}

// loudShare is the share of hives that cannot wait over which a morning is loud. Source: the design.
const loudShare = 0.15

// audited follows the plans and tells what the board said, a line for each yard as it is done.
func (p *proving) audited(ctx context.Context, out, progress io.Writer) error {
	fmt.Fprintf(progress, "following %d yards, %d at once; one takes five to ten minutes\n", p.seeds*len(p.climates), p.workers)
	all, stop := errgroup.WithContext(ctx)
	all.SetLimit(p.workers)
	var mu sync.Mutex
	for i := range uint64(p.seeds) {
		for _, c := range p.climates {
			all.Go(func() error {
				a, err := proof.AuditOf(stop, c, p.first+i)
				if err != nil {
					return fmt.Errorf("%s %d: %w", c, p.first+i, err)
				}
				mu.Lock()
				defer mu.Unlock()
				median, loud := a.Median(loudShare)
				_, err = fmt.Fprintf(
					out, "%s %d: cannot wait on the median morning %.0f %%, over %.0f %% on %d of %d; silent at %d of %d: %s\n",
					c, p.first+i, 100*median, 100*loudShare, loud, len(a.CannotWait), len(a.Silent), a.Visits,
					strings.Join(a.Silent, ", "),
				)
				return err
			})
		}
	}
	return all.Wait()
}

// readResults reads those of this version of the model; another's plans are no longer made. What stands after the last
// end of a line was cut off with the program and is no result.
func readResults(path string) ([]proof.Result, error) {
	b, err := os.ReadFile(path)
	if errors.Is(err, fs.ErrNotExist) {
		return nil, nil
	}
	if err != nil {
		return nil, fmt.Errorf("read the results: %w", err)
	}
	all, err := proof.Read(bytes.NewReader(b[:whole(b)]))
	if err != nil {
		return nil, fmt.Errorf("%s: %w", path, err)
	}
	return slices.DeleteFunc(all, func(r proof.Result) bool { return r.Model != assessment.ModelVersion }), nil
}

// whole returns how much of a file is whole lines.
func whole(b []byte) int { return bytes.LastIndexByte(b, '\n') + 1 }

// keep runs what is not among the results yet, and adds it to the file as it is done.
func (p *proving) keep(ctx context.Context, progress io.Writer, done []proof.Result) ([]proof.Result, error) {
	var todo []keeping
	for i := range uint64(p.seeds) { // yard by yard, so that what is there is paired whenever it is stopped
		for _, c := range p.climates {
			for _, e := range proof.Entrants {
				if slices.Contains(p.keepers, e.Key) {
					todo = append(todo, keeping{e, c, p.first + i})
				}
			}
		}
	}
	all := len(todo)
	todo = slices.DeleteFunc(todo, func(r keeping) bool {
		return slices.ContainsFunc(done, func(x proof.Result) bool { return x.Key() == r.key() })
	})
	f, err := os.OpenFile(p.results, os.O_CREATE|os.O_APPEND|os.O_RDWR, 0o644)
	if err != nil {
		return nil, fmt.Errorf("write the results: %w", err)
	}
	defer f.Close()
	b, err := io.ReadAll(f)
	if err == nil {
		err = f.Truncate(int64(whole(b)))
	}
	if err != nil {
		return nil, fmt.Errorf("write the results: %w", err)
	}
	results := make(chan proof.Result)
	g, ctx := errgroup.WithContext(ctx)
	g.SetLimit(p.workers)
	go func() {
		defer close(results)
		for _, r := range todo {
			g.Go(func() error {
				x, err := r.Run(ctx, r.climate, r.seed)
				if err != nil {
					return fmt.Errorf("%s: %w", r.key(), err)
				}
				results <- x
				return nil
			})
		}
		_ = g.Wait() // its error is asked for again below
	}()
	begun, n := time.Now(), all-len(todo)
	for x := range results {
		n++
		line, err := json.Marshal(x)
		if err != nil {
			return nil, err
		}
		if _, err := f.Write(append(line, '\n')); err != nil {
			return nil, fmt.Errorf("write the results: %w", err)
		}
		done = append(done, x)
		fmt.Fprintf(progress, "%d of %d after %s: %s, %.1f kg a hive\n",
			n, all, time.Since(begun).Round(time.Second), x.Key(), x.CropKg/proof.Hives)
	}
	return done, g.Wait()
}

// keeping is a world and who is to keep it.
type keeping struct {
	proof.Entrant
	climate string
	seed    uint64
}

func (r keeping) key() string { return proof.KeyOf(r.climate, r.seed, r.Key) }
