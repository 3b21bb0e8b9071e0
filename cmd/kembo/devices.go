package main

import (
	"errors"
	"fmt"
	"text/tabwriter"
	"time"

	"github.com/spf13/cobra"

	"kembo/app"
)

// devicesCommand lists the devices that have joined, makes links and locks out.
func devicesCommand() *cobra.Command {
	var data, host, remove string
	var link bool
	c := &cobra.Command{
		Use:   "devices --data FILE",
		Short: "List the devices that have joined, let one more in, or lock one out",
		Long: "Devices lists who has joined. --link prints a link by which one device joins, once, within " +
			"ten\nminutes; --remove locks a device out by its id, or \"old\" for all that still come by the one " +
			"link\nof before. It works beside a Kembo that serves the file.",
		Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			if data == "" {
				return statusError{2, errors.New("give the data file: kembo devices --data honey.db")}
			}
			if link && host == "" {
				return statusError{
					2,
					errors.New(
						"--link needs --host, the name under which devices reach Kembo, with its port: --host " +
							"kembo.lan:8443",
					),
				}
			}
			ctx, out := cmd.Context(), cmd.OutOrStdout()
			s, err := openData(ctx, data, cmd.ErrOrStderr())
			if err != nil {
				return err
			}
			defer s.Close()
			svc := app.New(s, time.Now, nil)
			switch {
			case link:
				key, until, err := svc.NewLink(ctx)
				if err != nil {
					return err
				}
				fmt.Fprintf(
					out,
					"https://%s/join/%s\nfor one device, once, until %s\n",
					host,
					key,
					until.Local().Format("15:04"),
				)
				return nil
			case remove == "old":
				return svc.EndOldLink(ctx)
			case remove != "":
				return svc.RemoveDevice(ctx, remove)
			}
			all, until, err := svc.Devices(ctx)
			if err != nil {
				return err
			}
			w := tabwriter.NewWriter(out, 0, 0, 2, ' ', 0)
			for _, d := range all {
				state := "in"
				if d.RemovedUTC != "" {
					state = "removed " + d.RemovedUTC
				}
				fmt.Fprintf(w, "%s\t%s\tused %s\t%s\n", d.ID, d.Name, d.UsedUTC, state)
			}
			if err := w.Flush(); err != nil {
				return err
			}
			if len(all) == 0 {
				fmt.Fprintln(out, "No device has joined.")
			}
			if !until.IsZero() {
				fmt.Fprintf(
					out,
					"Phones that joined by the one link of before are let in until %s.\n",
					until.Format(time.DateOnly),
				)
			}
			return nil
		},
	}
	c.Flags().StringVar(&data, "data", "", "the data file")
	c.Flags().StringVar(&host, "host", "", "for --link: the name under which devices reach Kembo, with its port")
	c.Flags().BoolVar(&link, "link", false, "print a link for one more device")
	c.Flags().StringVar(&remove, "remove", "", "lock a device out: its id, or old")
	return c
}
