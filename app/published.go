package app

import (
	"context"
	"errors"
	"fmt"

	"kembo/exchange"
)

// ErrUnheard is wrapped by why something that was published is not taken in, however often it comes.
var ErrUnheard = errors.New("it is not taken in")

// HearPublished takes in what a station published through a broker, on behalf of the station whose token it carries. An error that is not
// [ErrUnheard] may pass: it is to be tried again.
func (s *Service) HearPublished(ctx context.Context, body []byte) error {
	token, rs, ws, err := exchange.ReadPublished(body)
	if err != nil {
		return fmt.Errorf("%w: %w", ErrUnheard, err)
	}
	p, err := s.EnterStation(ctx, token)
	if errors.Is(err, ErrNoStation) {
		return fmt.Errorf("%w: %w", ErrUnheard, err)
	}
	if err != nil {
		return err
	}
	_, err = s.As(p).Hear(ctx, rs, ws)
	if errors.Is(err, ErrNotFound) { // its hive, or it, is gone: waiting for it would keep all others waiting
		return fmt.Errorf("%w: %w", ErrUnheard, err)
	}
	return err
}
