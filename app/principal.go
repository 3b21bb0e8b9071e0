package app

import (
	"fmt"
	"strings"
	"time"
	"unicode/utf8"

	"kembo/store"
)

// Rights is what a principal may do.
type Rights uint8

// The rights. There is one kind of user today: whoever is in may do all. A station may push.
const (
	MayRead Rights = 1 << iota
	MayWrite
	MayAdmit // let devices in, and lock them out
	MayPush  // what a station reads, of its own hive
)

// AllRights are those of whoever sits at the machine and of each joined device.
const AllRights = MayRead | MayWrite | MayAdmit

// Principal is on whose behalf something is done: who, by which device, with what
// rights.
type Principal struct {
	Name   string // who signs what is written; of a device its name
	Device string // its id, or that of a station; empty: the machine on which Kembo runs
	Rights Rights
}

// ThisMachine is the principal of whoever sits at the machine on which Kembo runs.
var ThisMachine = Principal{Name: "keeper", Rights: AllRights}

// NotAllowedError is returned where a principal lacks the right to do something.
type NotAllowedError struct{ What string }

func (e *NotAllowedError) Error() string { return "not allowed to " + e.What }

// As returns the service as a principal sees it; what is done with it is done on
// that one's behalf.
func (s *Service) As(p Principal) *Service { return &Service{s.house, p} }

// Who returns on whose behalf s works.
func (s *Service) Who() Principal { return s.who }

// may returns an error where the principal lacks a right.
func (s *Service) may(r Rights, what string) error {
	if s.who.Rights&r == 0 {
		return &NotAllowedError{what}
	}
	return nil
}

// nameMost is the letters a name may have that signs.
const nameMost = 60

// sign returns the mark of who writes now. by is the name that was given with what
// is written, which may be empty. At the machine itself that name signs. A device
// signs with its own name; another one given there stands before it, so that
// nobody can sign as somebody else without the device being told.
func (s *Service) sign(by string) (store.By, error) {
	if err := s.may(MayWrite, "write"); err != nil {
		return store.By{}, err
	}
	name := s.who.Name
	if by = strings.TrimSpace(by); by != "" {
		switch {
		case utf8.RuneCountInString(by) > nameMost:
			return store.By{}, &FieldError{"who", fmt.Sprintf("give a name of up to %d letters", nameMost)}
		case hasControl(by):
			return store.By{}, &FieldError{"who", "a name has letters only, no control characters"}
		case s.who.Device == "":
			name = by
		case !strings.EqualFold(by, s.who.Name):
			name = by + ", on " + s.who.Name
		}
	}
	return store.By{Actor: name, RecordedUTC: s.utc()}, nil
}

// by is sign for what comes without a name.
func (s *Service) by() (store.By, error) { return s.sign("") }

// utc is the instant as rows have it.
func (s *Service) utc() string { return s.now().UTC().Format(time.RFC3339) }
