// Package broker takes in what devices publish through an MQTT broker, and publishes as one of them. It knows neither bees nor records.
//
// What is published is acknowledged once it is stored, with a session that the broker keeps: what comes while Kembo is down is given when it
// is back.
package broker

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net/url"
	"slices"
	"sync"
	"time"

	mqtt "github.com/eclipse/paho.mqtt.golang"
)

// Address is where a broker is, and what is listened to there.
type Address struct {
	URL            string // tcp://host:1883, or ssl://host:8883
	Topic          string // may end in # or have +
	User, Password string // empty: none are asked for
	Client         string // by which the broker knows who listens; the same each time
}

// ErrRefused is wrapped by what is not stored however often it is sent: it is acknowledged all the same.
var ErrRefused = errors.New("it is not taken in")

// schemes are those that a broker is reached by.
var schemes = []string{"tcp", "mqtt", "ssl", "mqtts", "tls", "ws", "wss"}

// Check says what is wrong with an address, in a sentence.
func (a Address) Check() error {
	u, err := url.Parse(a.URL)
	if err != nil || u.Host == "" || !slices.Contains(schemes, u.Scheme) {
		return fmt.Errorf("%q is not the address of a broker; give it as tcp://host:1883", a.URL)
	}
	if a.Topic == "" {
		return errors.New("give the topic that devices publish to, as kembo/#")
	}
	return nil
}

// Of a connection: how often it is tried anew, and how long a message that could not be stored waits before the next try.
const (
	tryAgain     = 5 * time.Second
	storeAgain   = time.Second
	atLeastOnce  = 1 // MQTT quality of service
	goodbyeMS    = 250
	mostBytes    = 1 << 20
	publishWaits = 30 * time.Second
)

func (a Address) options() *mqtt.ClientOptions {
	return mqtt.NewClientOptions().AddBroker(a.URL).SetClientID(a.Client).SetUsername(a.User).SetPassword(a.Password).
		SetCleanSession(false).SetAutoReconnect(true).SetConnectRetry(true).SetConnectRetryInterval(tryAgain).
		SetMaxReconnectInterval(time.Minute)
}

// Listen gives receive what is published, one message at a time and in any order, until ctx is done. Where receive fails the message is tried again;
// where it fails with ErrRefused it is not. A broker that is away is waited for.
func Listen(ctx context.Context, a Address, receive func(ctx context.Context, body []byte) error, log *slog.Logger) error {
	if err := a.Check(); err != nil {
		return err
	}
	// receive is called for one message at a time; one that waits to be tried again keeps no other waiting.
	var one sync.Mutex
	alone := func(ctx context.Context, body []byte) error {
		one.Lock()
		defer one.Unlock()
		return receive(ctx, body)
	}
	take := func(_ mqtt.Client, m mqtt.Message) {
		if stored(ctx, m, alone, log) {
			m.Ack()
		}
	}
	o := a.options().SetAutoAckDisabled(true).SetOrderMatters(false).SetDefaultPublishHandler(take)
	o.OnConnect = func(c mqtt.Client) {
		log.Info("listening to the broker", "at", a.URL, "topic", a.Topic)
		if t := c.Subscribe(a.Topic, atLeastOnce, take); t.Wait() && t.Error() != nil {
			log.Error("subscribe at the broker", "topic", a.Topic, "err", t.Error())
		}
	}
	o.OnConnectionLost = func(_ mqtt.Client, err error) { log.Warn("the broker is away", "err", err) }
	c := mqtt.NewClient(o)
	c.Connect() // tried until it is there
	<-ctx.Done()
	c.Disconnect(goodbyeMS)
	return nil
}

// stored reports whether a message is done with: stored, or refused for good.
func stored(ctx context.Context, m mqtt.Message, receive func(context.Context, []byte) error, log *slog.Logger) bool {
	if len(m.Payload()) > mostBytes {
		log.Warn("published, and not taken in", "topic", m.Topic(), "bytes", len(m.Payload()))
		return true
	}
	for {
		err := receive(ctx, m.Payload())
		switch {
		case err == nil:
			return true
		case errors.Is(err, ErrRefused):
			log.Warn("published, and not taken in", "topic", m.Topic(), "err", err)
			return true
		}
		log.Error("store what was published", "topic", m.Topic(), "err", err)
		select {
		case <-ctx.Done():
			return false
		case <-time.After(storeAgain):
		}
	}
}

// Publisher publishes as a device does.
type Publisher struct {
	client mqtt.Client
	topic  string
}

// NewPublisher connects to a broker, for a device that has a name of its own.
func NewPublisher(ctx context.Context, a Address) (*Publisher, error) {
	if err := a.Check(); err != nil {
		return nil, err
	}
	p := &Publisher{mqtt.NewClient(a.options()), a.Topic}
	return p, done(ctx, p.client.Connect())
}

// Publish publishes a message and waits until the broker has it.
func (p *Publisher) Publish(ctx context.Context, body []byte) error {
	return done(ctx, p.client.Publish(p.topic, atLeastOnce, false, body))
}

// Close takes leave of the broker.
func (p *Publisher) Close() { p.client.Disconnect(goodbyeMS) }

func done(ctx context.Context, t mqtt.Token) error {
	select {
	case <-t.Done():
		return t.Error()
	case <-ctx.Done():
		return ctx.Err()
	case <-time.After(publishWaits):
		return errors.New("the broker does not answer")
	}
}
