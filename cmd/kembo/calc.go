package main

import (
	"encoding/json"
	"fmt"
	"io"
	"strings"
	"text/tabwriter"
	"time"

	"github.com/spf13/cobra"

	"kembo/core/bench"
	"kembo/core/day"
	"kembo/core/measure"
)

// calcCommand is one subcommand a calculator of the bench, with its inputs as
// flags.
func calcCommand(now func() time.Time) *cobra.Command {
	c := &cobra.Command{
		Use:   "calc NAME [flags]",
		Short: "Work a calculator of the bench: syrup, moisture, mites, brood, box, ledger and more",
		Long: "Calc works one of the bench's calculators. Values take units, as 10kg, 5L, 2gal, 68F;\na gallon, " +
			"quart or cup is the US one unless it says imp. --json prints numbers in kg, L and °C.",
		RunE: func(cmd *cobra.Command, args []string) error {
			if len(args) == 0 {
				return cmd.Help()
			}
			var names []string
			for _, c := range bench.All {
				names = append(names, c.Name)
			}
			return statusError{
				2, fmt.Errorf("there is no calculator %q; choose %s", args[0], strings.Join(names, ", ")),
			}
		},
	}
	for _, k := range bench.All {
		c.AddCommand(calculator(k, now))
	}
	return c
}

func calculator(k bench.Calculator, now func() time.Time) *cobra.Command {
	typed := map[string]*string{}
	flags := map[string]*bool{}
	var asJSON bool
	var units string
	c := &cobra.Command{
		Use: k.Name, Short: k.Title + ": " + lower(k.Asks), Args: cobra.NoArgs,
		Long: fmt.Sprintf("%s.\n\nFormula: %s\nSource: %s\nValid: %s", k.Asks, k.Formula, k.Source, k.Valid),
		RunE: func(cmd *cobra.Command, _ []string) error {
			in := map[string]string{}
			for key, v := range typed {
				if cmd.Flags().Changed(key) {
					in[key] = *v
				}
			}
			for key, v := range flags {
				if *v {
					in[key] = "yes"
				}
			}
			u := measure.SystemFor(units)
			if u.Name != units {
				return statusError{2, fmt.Errorf("--units %q: choose metric, us or imperial", units)}
			}
			r, err := k.Run(in, day.From(now()), u)
			if err != nil {
				return statusError{2, fmt.Errorf("calc %s: %w (kembo calc %s --help)", k.Name, err, k.Name)}
			}
			return printResult(cmd.OutOrStdout(), k, r, u, asJSON)
		},
	}
	for _, f := range k.Fields {
		help := f.Label
		if f.Help != "" {
			help += "; " + f.Help
		}
		if len(f.Options) > 0 {
			var o []string
			for _, x := range f.Options {
				o = append(o, x.Key)
			}
			help += " (" + strings.Join(o, ", ") + ")"
		}
		if f.Kind == bench.Flag {
			flags[f.Key] = c.Flags().Bool(f.Key, false, help)
			continue
		}
		typed[f.Key] = c.Flags().String(f.Key, f.Default, help)
	}
	c.Flags().BoolVar(&asJSON, "json", false, "print JSON")
	c.Flags().StringVar(
		&units, "units", "metric", "what plain numbers are in and results are printed in: metric, us, imperial",
	)
	return c
}

func lower(s string) string { return strings.ToLower(s[:1]) + s[1:] }

func printResult(out io.Writer, k bench.Calculator, r bench.Result, u measure.Units, asJSON bool) error {
	if asJSON {
		m := map[string]any{}
		for _, v := range r.Values {
			m[v.Key] = v.JSON()
		}
		m["say"], m["cautions"] = nonNil(r.Say), nonNil(r.Cautions)
		e := json.NewEncoder(out)
		e.SetEscapeHTML(false)
		e.SetIndent("", "  ")
		return e.Encode(m)
	}
	w := tabwriter.NewWriter(out, 0, 4, 2, ' ', 0)
	for _, v := range r.Values {
		fmt.Fprintf(w, "%s\t%s\n", v.Label, v.Write(u))
	}
	if err := w.Flush(); err != nil {
		return err
	}
	for _, s := range append(r.Say, r.Cautions...) {
		fmt.Fprintln(out, s)
	}
	_, err := fmt.Fprintf(out, "Formula: %s\nSource: %s\nValid: %s\n", k.Formula, k.Source, k.Valid)
	return err
}

func nonNil(s []string) []string {
	if s == nil {
		return []string{}
	}
	return s
}
