// Command kembo plans a honey crop: it says, colony by colony, what cannot
// wait until the next visit.
package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"os/signal"
	"strings"
	"syscall"
	"time"

	"github.com/spf13/cobra"
)

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	if err := run(ctx, os.Args[1:], os.Stdin, os.Stdout, os.Stderr); err != nil {
		fmt.Fprintln(os.Stderr, "kembo:", err)
		stop()
		var s statusError
		if errors.As(err, &s) {
			os.Exit(s.status)
		}
		os.Exit(1)
	}
}

// statusError carries the exit status of an error that is the user's to mend.
type statusError struct {
	status int
	err    error
}

func (e statusError) Error() string { return e.err.Error() }
func (e statusError) Unwrap() error { return e.err }

// run is the whole program; main only sets the exit status.
func run(ctx context.Context, args []string, stdin io.Reader, stdout, stderr io.Writer) error {
	root := &cobra.Command{
		Use:           "kembo",
		Short:         "Which colony cannot wait, what to do about it, and what to load",
		SilenceUsage:  true,
		SilenceErrors: true,
	}
	root.SetFlagErrorFunc(func(_ *cobra.Command, err error) error { return statusError{2, err} })
	root.CompletionOptions.DisableDefaultCmd = true
	root.SetArgs(args)
	root.SetIn(stdin)
	root.SetOut(stdout)
	root.SetErr(stderr)
	root.AddCommand(
		demoCommand(),
		serveCommand(),
		assessCommand(),
		calcCommand(time.Now),
		calibrateCommand(), proveCommand(),
		reassessCommand(),
		checkCommand(),
		backupCommand(),
		restoreCommand(),
		exportCommand(),
		importCommand(),
		devicesCommand(),
		stationCommand(time.Now),
	)
	for _, c := range root.Commands() {
		c.Args = calledWrongly(c.Args)
	}
	err := root.ExecuteContext(ctx)
	if err != nil && strings.HasPrefix(err.Error(), "unknown command") { // cobra has no type for it
		return statusError{2, err}
	}
	return err
}

// calledWrongly gives the status of a wrong call to what a command's arguments
// are refused with.
func calledWrongly(args cobra.PositionalArgs) cobra.PositionalArgs {
	if args == nil {
		return nil
	}
	return func(c *cobra.Command, given []string) error {
		if err := args(c, given); err != nil {
			return statusError{2, fmt.Errorf("%w; it is used as kembo %s", err, c.Use)}
		}
		return nil
	}
}
