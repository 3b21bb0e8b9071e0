package main

import (
	"errors"
	"fmt"
	"net/http"
	"time"

	"github.com/spf13/cobra"

	"kembo/broker"
	"kembo/core/day"
	"kembo/core/season"
	"kembo/station"
)

// stationCommand plays a hive on a scale and a weather station, and pushes what they read as a device would.
func stationCommand(now func() time.Time) *cobra.Command {
	var to, token, from, climate string
	var days int
	var speed float64
	var seed uint64
	var through brokered
	c := &cobra.Command{
		Use:   "station --to URL --token TOKEN",
		Short: "Play a hive on a scale with its weather, and push what it reads",
		Long: "Station stands in for a device: it plays a season of a hive on a scale, with rain on its lid, a swarm,\n" +
			"robbers, boxes put on, a flat battery and a clock that is not set, and a forecast of the weather, and\n" +
			"pushes it in JSON until each sending is acknowledged, or publishes it through a broker (MQTT). The token\n" +
			"is made on Kembo's page of devices.",
		Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			if err := through.check(); err != nil {
				return err
			}
			if (to == "") == (through.url == "") || token == "" {
				return statusError{2, errors.New("give where to push to, or a broker, and the token: kembo station --to http://127.0.0.1:8077/station --token …")}
			}
			first := day.From(now()) - day.Day(days)
			if from != "" {
				d, err := day.Parse(from)
				if err != nil {
					return statusError{2, fmt.Errorf("--from: %w", err)}
				}
				first = d
			}
			place, err := season.ClimateFor(climate)
			if err != nil {
				return statusError{2, err}
			}
			if speed <= 0 || days < 1 {
				return statusError{2, errors.New("--speed and --days are more than 0")}
			}
			ctx, out := cmd.Context(), cmd.OutOrStdout()
			p := pusher{URL: to, Token: token, Client: &http.Client{Timeout: 30 * time.Second}, Wait: time.Second}
			var at *broker.Publisher
			if through.url != "" {
				var err error
				if at, err = broker.NewPublisher(ctx, through.address("kembo-station")); err != nil {
					return err
				}
				defer at.Close()
			}
			published := 0
			var stored, again, kept int
			last := time.Time{}
			for _, s := range (station.Played{Climate: place, From: first, Days: days, Seed: seed}).Sendings() {
				if !last.IsZero() {
					select {
					case <-ctx.Done():
						return ctx.Err()
					case <-time.After(time.Duration(float64(s.At.Sub(last)) / speed)):
					}
				}
				last = s.At
				if at != nil {
					n, err := publish(ctx, at, token, s)
					if err != nil {
						return err
					}
					published += n
					continue
				}
				t, err := p.push(ctx, s)
				if err != nil {
					return err
				}
				stored, again, kept = stored+t.Stored, again+t.Again, kept+len(t.KeptOut)
				for _, x := range t.KeptOut {
					fmt.Fprintf(out, "kept out, %s: %s\n", x.At, x.Why)
				}
			}
			if at != nil {
				fmt.Fprintf(out, "%d readings published; what Kembo kept out stands on its page of devices\n", published)
				return nil
			}
			fmt.Fprintf(out, "%d readings stored, %d sent again, %d kept out\n", stored, again, kept)
			return nil
		},
	}
	c.Flags().StringVar(&to, "to", "", "where Kembo takes readings in, as http://127.0.0.1:8077/station")
	through.flags(c.Flags(), "a broker (MQTT) to publish to instead")
	c.Flags().StringVar(&token, "token", "", "the station's token")
	c.Flags().StringVar(&from, "from", "", "the first day, as 2026-05-01; left out: so many days ago")
	c.Flags().StringVar(&climate, "climate", "uk", "the climate that is played")
	c.Flags().IntVar(&days, "days", 30, "days that are played")
	c.Flags().Float64Var(&speed, "speed", 3600, "times as fast as it was")
	c.Flags().Uint64Var(&seed, "seed", 1, "the same plays the same")
	return c
}
