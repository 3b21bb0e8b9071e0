package hive

import (
	"errors"
	"fmt"
	"slices"

	"kembo/core/comb"
)

// Frame is one frame with the shares of its faces. A is the left face seen
// from behind the hive.
type Frame struct {
	ID   string
	A, B comb.Shares
}

// Box is a box with its frames from left to right.
type Box struct {
	ID     string
	Format BoxFormat
	Frames []Frame
	Super  bool // above the nest, for honey; false: the queen's
	Hole   Hole // an entrance of its own
}

// Stack is a hive from bottom to top. The excluder, where there is one, lies
// on Boxes[ExcluderAbove-1]; 0 means there is none.
type Stack struct {
	Boxes         []Box
	ExcluderAbove int
	OverScreen    bool // it stands over another colony, parted by a double screen
	Entrance      Entrance
	Guarded       bool // a mouse guard is on
	Feeder        Feeder
	Insulation    Insulation
}

// Errors of the operations.
var (
	ErrNoSuchPlace = errors.New("there is no such box or slot in the stack")
	ErrFull        = errors.New("the box has no free slot")
	ErrMisfit      = errors.New("the frame does not fit the box")
)

// Clone returns a copy that shares nothing with s.
func (s Stack) Clone() Stack {
	c := s
	c.Boxes = slices.Clone(s.Boxes)
	for i := range c.Boxes {
		c.Boxes[i].Frames = slices.Clone(c.Boxes[i].Frames)
	}
	return c
}

// Frames returns the number of frames in the stack.
func (s Stack) Frames() int {
	n := 0
	for _, b := range s.Boxes {
		n += len(b.Frames)
	}
	return n
}

// Supers returns the number of boxes above the nest.
func (s Stack) Supers() int {
	n := 0
	for _, b := range s.Boxes {
		if b.Super {
			n++
		}
	}
	return n
}

// AddBox returns s with b put at position at: 0 is the floor, len(Boxes) the
// top. An excluder stays between the boxes it was between.
func (s Stack) AddBox(at int, b Box) (Stack, error) {
	if at < 0 || at > len(s.Boxes) {
		return s, fmt.Errorf("box position %d: %w", at+1, ErrNoSuchPlace)
	}
	c := s.Clone()
	c.Boxes = slices.Insert(c.Boxes, at, b)
	if s.ExcluderAbove > at {
		c.ExcluderAbove++
	}
	return c, nil
}

// RemoveBox returns s without the box at position at, and that box with all
// its frames.
func (s Stack) RemoveBox(at int) (Stack, Box, error) {
	if at < 0 || at >= len(s.Boxes) {
		return s, Box{}, fmt.Errorf("box %d: %w", at+1, ErrNoSuchPlace)
	}
	c := s.Clone()
	b := c.Boxes[at]
	c.Boxes = slices.Delete(c.Boxes, at, at+1)
	if s.ExcluderAbove > at {
		c.ExcluderAbove--
	}
	return c, b, nil
}

// SwapBoxes returns s with two boxes changed over; each keeps its frames.
func (s Stack) SwapBoxes(a, b int) (Stack, error) {
	if min(a, b) < 0 || max(a, b) >= len(s.Boxes) {
		return s, fmt.Errorf("boxes %d and %d: %w", a+1, b+1, ErrNoSuchPlace)
	}
	c := s.Clone()
	c.Boxes[a], c.Boxes[b] = c.Boxes[b], c.Boxes[a]
	c.Boxes[a].Super, c.Boxes[b].Super = c.Boxes[b].Super, c.Boxes[a].Super
	return c, nil
}

// Place is a slot in a stack, counted from 0.
type Place struct{ Box, Slot int }

// MoveFrame returns s with the frame at from put into to.Box before slot
// to.Slot. Frames must have the same format as the box they go into.
func (s Stack) MoveFrame(from, to Place) (Stack, error) {
	if !s.has(from) || to.Box < 0 || to.Box >= len(s.Boxes) {
		return s, ErrNoSuchPlace
	}
	src, dst := s.Boxes[from.Box], s.Boxes[to.Box]
	if src.Format.Frame != dst.Format.Frame {
		return s, fmt.Errorf("%s into %s: %w", src.Format.Frame.Name, dst.Format.Name, ErrMisfit)
	}
	if from.Box != to.Box && len(dst.Frames) >= dst.Format.Slots {
		return s, fmt.Errorf("%s with %d frames: %w", dst.Format.Name, len(dst.Frames), ErrFull)
	}
	c := s.Clone()
	f := c.Boxes[from.Box].Frames[from.Slot]
	c.Boxes[from.Box].Frames = slices.Delete(c.Boxes[from.Box].Frames, from.Slot, from.Slot+1)
	t := c.Boxes[to.Box].Frames
	if to.Slot < 0 || to.Slot > len(t) {
		return s, fmt.Errorf("slot %d: %w", to.Slot+1, ErrNoSuchPlace)
	}
	c.Boxes[to.Box].Frames = slices.Insert(t, to.Slot, f)
	return c, nil
}

// SwapFrame returns s with the frame at p replaced by in, and the frame that
// came out: nothing is lost, one frame in and one out.
func (s Stack) SwapFrame(p Place, in Frame) (Stack, Frame, error) {
	if !s.has(p) {
		return s, Frame{}, ErrNoSuchPlace
	}
	c := s.Clone()
	out := c.Boxes[p.Box].Frames[p.Slot]
	c.Boxes[p.Box].Frames[p.Slot] = in
	return c, out, nil
}

// Flip returns s with the frame at p turned end for end.
func (s Stack) Flip(p Place) (Stack, error) {
	if !s.has(p) {
		return s, ErrNoSuchPlace
	}
	c := s.Clone()
	f := &c.Boxes[p.Box].Frames[p.Slot]
	f.A, f.B = f.B, f.A
	return c, nil
}

func (s Stack) has(p Place) bool {
	return p.Box >= 0 && p.Box < len(s.Boxes) && p.Slot >= 0 && p.Slot < len(s.Boxes[p.Box].Frames)
}

// Make says what kind of box is made; the zero Make is a box of foundation for the
// nest.
type Make struct {
	Super bool // above the nest
	Drawn bool // its combs are drawn, and empty
}

// NewBox returns a box with so many frames. Frame ids are made from id.
func NewBox(id string, f BoxFormat, frames int, as Make) Box {
	b := Box{ID: id, Format: f, Super: as.Super}
	var s comb.Shares
	s[comb.Foundation] = 1
	if as.Drawn {
		s[comb.Foundation], s[comb.Empty] = 0, 1
	}
	for i := range frames {
		b.Frames = append(b.Frames, Frame{ID: fmt.Sprintf("%s-%d", id, i+1), A: s, B: s})
	}
	return b
}

// TakeFrame returns s without the frame at p, and that frame. The others close up.
func (s Stack) TakeFrame(p Place) (Stack, Frame, error) {
	if !s.has(p) {
		return s, Frame{}, ErrNoSuchPlace
	}
	c := s.Clone()
	out := c.Boxes[p.Box].Frames[p.Slot]
	c.Boxes[p.Box].Frames = slices.Delete(c.Boxes[p.Box].Frames, p.Slot, p.Slot+1)
	return c, out, nil
}

// PutFrame returns s with a frame put into p.Box before slot p.Slot. Whether its
// format fits is for whoever knows where it comes from.
func (s Stack) PutFrame(p Place, f Frame) (Stack, error) {
	if p.Box < 0 || p.Box >= len(s.Boxes) || p.Slot < 0 || p.Slot > len(s.Boxes[p.Box].Frames) {
		return s, ErrNoSuchPlace
	}
	if b := s.Boxes[p.Box]; len(b.Frames) >= b.Format.Slots {
		return s, fmt.Errorf("%s with %d frames: %w", b.Format.Name, len(b.Frames), ErrFull)
	}
	c := s.Clone()
	c.Boxes[p.Box].Frames = slices.Insert(c.Boxes[p.Box].Frames, p.Slot, f)
	return c, nil
}
