package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"os"

	"github.com/spf13/pflag"

	"kembo/app"
	"kembo/broker"
)

// brokerPassword names the password at the broker: it stands in no list of processes.
const brokerPassword = "KEMBO_BROKER_PASSWORD"

// brokered is a broker as it is named on the command line.
type brokered struct{ url, topic, user string }

func (b *brokered) flags(f *pflag.FlagSet, what string) {
	f.StringVar(&b.url, "broker", "", what+", as tcp://host:1883 or ssl://host:8883")
	f.StringVar(&b.topic, "topic", "kembo/stations", "its topic")
	f.StringVar(&b.user, "broker-user", "", "the user there; the password is read from "+brokerPassword)
}

// address is where it is, for somebody of that name.
func (b brokered) address(client string) broker.Address {
	return broker.Address{URL: b.url, Topic: b.topic, User: b.user, Password: os.Getenv(brokerPassword), Client: client}
}

// check says what is wrong with it; one that is not named is not asked.
func (b brokered) check() error {
	if b.url == "" {
		return nil
	}
	if err := b.address("").Check(); err != nil {
		return statusError{2, fmt.Errorf("--broker: %w", err)}
	}
	return nil
}

// listenTo takes in what stations publish until ctx is done, behind what is served; stop waits for it.
func (b brokered) listenTo(ctx context.Context, svc *app.Service, log *slog.Logger) (stop func()) {
	if b.url == "" {
		return func() {}
	}
	ctx, cancel := context.WithCancel(ctx)
	done := make(chan struct{})
	go func() {
		defer close(done)
		err := broker.Listen(ctx, b.address("kembo"), func(ctx context.Context, body []byte) error {
			err := svc.HearPublished(ctx, body)
			if errors.Is(err, app.ErrUnheard) {
				return fmt.Errorf("%w: %w", broker.ErrRefused, err)
			}
			return err
		}, log)
		if err != nil {
			log.Error("listen to the broker", "err", err)
		}
	}()
	return func() {
		cancel()
		<-done
	}
}
