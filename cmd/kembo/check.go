package main

import (
	"errors"
	"fmt"
	"time"

	"github.com/spf13/cobra"

	"kembo/app"
)

// checkCommand checks a data file, and mends logs that do not fit together.
func checkCommand() *cobra.Command {
	var data string
	var repair bool
	c := &cobra.Command{
		Use:   "check --data FILE",
		Short: "Check a data file: the file itself, and whether each colony's log fits together",
		Long: "Check reads the whole file and folds the log of every colony. With --repair the entries that " +
			"do\nnot fit are taken back, each by an undo in the log, after a copy of the file is made beside " +
			"it.\nIt exits with 1 where something is wrong that was not mended.",
		Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			if data == "" {
				return statusError{2, errors.New("give the data file: kembo check --data honey.db")}
			}
			ctx, out := cmd.Context(), cmd.OutOrStdout()
			s, err := openData(ctx, data, cmd.ErrOrStderr())
			if err != nil {
				return err
			}
			defer s.Close()
			if err := s.Check(ctx); err != nil {
				return err
			}
			svc := app.New(s, time.Now, nil)
			broken, err := svc.CheckLogs(ctx, func(n int) {
				if n%500 == 0 {
					fmt.Fprintf(cmd.ErrOrStderr(), "\r%d colonies", n)
				}
			})
			if err != nil && !errors.Is(err, app.ErrNotFound) {
				return err
			}
			for _, b := range broken {
				for _, m := range b.Misfits {
					fmt.Fprintf(out, "%s: an entry does not fit: %v\n", b.Code, m)
				}
			}
			switch {
			case len(broken) == 0:
				fmt.Fprintln(out, "The file is whole, and every log fits together.")
				return nil
			case !repair:
				return fmt.Errorf(
					"%d logs do not fit together; kembo check --repair takes back what does not fit",
					len(broken),
				)
			}
			to := fmt.Sprintf("%s.before-repair-%s", data, time.Now().Format("20060102-150405"))
			if err := s.Copy(ctx, to); err != nil {
				return err
			}
			fmt.Fprintln(out, "A copy of the file is "+to)
			return mend(cmd, svc, broken)
		},
	}
	c.Flags().StringVar(&data, "data", "", "the data file")
	c.Flags().BoolVar(&repair, "repair", false, "take back the entries that do not fit, after making a copy")
	return c
}

// mend takes back what does not fit, and says what could not be.
func mend(cmd *cobra.Command, svc *app.Service, broken []app.BrokenLog) error {
	var left []error
	for _, b := range broken {
		n, err := svc.Mend(cmd.Context(), b)
		if err != nil {
			left = append(left, err)
		}
		fmt.Fprintf(cmd.OutOrStdout(), "%s: %d taken back\n", b.Code, n)
	}
	return errors.Join(left...)
}
