package main

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"time"

	"kembo/broker"
	"kembo/exchange"
	"kembo/station"
)

// pusher sends what a device reads to Kembo, until it is acknowledged.
type pusher struct {
	URL, Token string
	Client     *http.Client
	Wait       time.Duration // before what did not arrive is sent again, and twice as long each time
}

// errRefused is what Kembo will not take however often it is sent, as with a wrong token.
var errRefused = errors.New("it was refused")

// mostWait is the longest that is waited before sending again.
const mostWait = time.Minute

// push sends a sending until Kembo says that it is stored, or ctx is done.
func (p pusher) push(ctx context.Context, s station.Sending) (exchange.Taken, error) {
	b, err := json.Marshal(sentOf(s))
	if err != nil {
		return exchange.Taken{}, err
	}
	for wait := p.Wait; ; wait = min(2*wait, mostWait) {
		out, err := p.once(ctx, b)
		if err == nil || errors.Is(err, errRefused) {
			return out, err
		}
		select {
		case <-ctx.Done():
			return out, fmt.Errorf("it did not arrive: %w", err)
		case <-time.After(wait):
		}
	}
}

// sentOf is a sending as it is pushed.
func sentOf(s station.Sending) exchange.Sent {
	var body exchange.Sent
	for _, r := range s.Readings {
		body.Readings = append(body.Readings, exchange.SentReading{At: r.At.UTC(), Kg: r.Kg})
	}
	for _, w := range s.Weather {
		body.Weather = append(body.Weather, exchange.WeatherDay{
			Date: w.Day, MinC: w.MinC, MaxC: w.MaxC, RainMM: w.RainMM, WindMS: w.WindMS, SunH: w.SunH,
		})
	}
	return body
}

func (p pusher) once(ctx context.Context, body []byte) (exchange.Taken, error) {
	var out exchange.Taken
	req, err := http.NewRequestWithContext(ctx, http.MethodPost, p.URL, bytes.NewReader(body))
	if err != nil {
		return out, errors.Join(errRefused, err)
	}
	req.Header.Set("Authorization", "Bearer "+p.Token)
	req.Header.Set("Content-Type", "application/json")
	res, err := p.Client.Do(req)
	if err != nil {
		return out, err
	}
	defer res.Body.Close()
	const most = 4 << 20
	b, err := io.ReadAll(io.LimitReader(res.Body, most))
	switch {
	case err != nil:
		return out, err
	case res.StatusCode == http.StatusOK:
		return out, json.Unmarshal(b, &out)
	case res.StatusCode >= 400 && res.StatusCode < 500 && res.StatusCode != http.StatusTooManyRequests:
		return out, fmt.Errorf("%w: %d %.200s", errRefused, res.StatusCode, b)
	}
	return out, fmt.Errorf("%d %.200s", res.StatusCode, b)
}

// publish publishes a sending with its token, and returns how many readings it had.
func publish(ctx context.Context, at *broker.Publisher, token string, s station.Sending) (int, error) {
	b, err := json.Marshal(exchange.Published{Token: token, Sent: sentOf(s)})
	if err != nil {
		return 0, err
	}
	return len(s.Readings), at.Publish(ctx, b)
}
