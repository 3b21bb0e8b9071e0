package plan

import "slices"

// apart are actions that are not done to a hive in one plan: one undoes the other, or makes it needless.
var apart = [][2]Action{
	{AddSuper, RemoveSuper}, {AddSuper, PackDown}, {AddSuper, Condense}, {AddSuper, FeedEmergency},
	{AddSuper, FeedWinter}, {FeedEmergency, FeedWinter}, {FeedEmergency, Equalise},
	{RelieveHoneyBound, PackDown}, {RelieveHoneyBound, FeedEmergency}, {RelieveHoneyBound, FeedWinter},
	{RemoveSuper, PackDown}, {Condense, PackDown}, {Condense, RemoveSuper},
	{Requeen, GiveCellOrQueen}, {Requeen, TestComb}, {GiveCellOrQueen, TestComb}, {GiveCellOrQueen, LookCloser},
	{Requeen, LookCloser}, {CheckCells, LookCloser}, {CheckCells, SwarmControl}, {SwarmControl, LookCloser},
	{SwarmControl, Requeen}, {SwarmControl, GiveCellOrQueen}, {SwarmControl, TestComb},
	{OpenNestSides, RelieveHoneyBound}, {OpenNestSides, Condense}, {OpenNestSides, RotateBoxes}, {OpenNestSides, SwarmControl},
	{OpenNestSides, PackDown}, {AddBoxUnder, Condense}, {AddBoxUnder, RotateBoxes}, {AddBoxUnder, PackDown},
	{RotateBoxes, Condense}, {RotateBoxes, SwarmControl}, {RotateBoxes, PackDown}, {RotateBoxes, RelieveHoneyBound},
	{AlternateFrames, AddSuper}, {AlternateFrames, RemoveSuper}, {AlternateFrames, HarvestSuper}, {AlternateFrames, PackDown},
	{AlternateFrames, SwarmControl}, {AlternateFrames, FeedEmergency}, {AddBoxUnder, SwarmControl},
	{MoveOuterFramesIn, PackDown}, {MoveOuterFramesIn, Condense}, {MoveOuterFramesIn, RelieveHoneyBound},
	{MoveOuterFramesIn, OpenNestSides}, {MoveOuterFramesIn, SwarmControl},
	{Boost, Equalise}, {Boost, Requeen}, {Boost, GiveCellOrQueen}, {Boost, TestComb}, {Boost, PackDown}, {Boost, Condense},
	{SwapPlaces, Boost}, {SwapPlaces, Requeen}, {SwapPlaces, GiveCellOrQueen}, {SwapPlaces, TestComb}, {SwapPlaces, PackDown},
	{SwapPlaces, SwarmControl}, {SwapPlaces, CageQueen}, {SwapPlaces, LookCloser},
	{ResourceFrames, OpenNestSides}, {ResourceFrames, SwarmControl}, {ResourceFrames, Boost}, {ResourceFrames, RelieveHoneyBound},
	{ResourceFrames, Condense}, {ResourceFrames, Requeen}, {ResourceFrames, SwapPlaces}, {ResourceFrames, Equalise},
	{ClipQueen, SwarmControl}, {ClipQueen, Requeen}, {ClipQueen, CageQueen}, {ClipQueen, GiveCellOrQueen},
	{DoubleScreen, AddSuper}, {DoubleScreen, AddBoxUnder}, {DoubleScreen, Condense}, {DoubleScreen, SwapPlaces}, {DoubleScreen, RotateBoxes},
	{FeedStimulate, FeedEmergency}, {FeedStimulate, FeedWinter}, {FeedStimulate, AddSuper}, {FeedStimulate, Equalise},
	{FeedStimulate, AlternateFrames}, {FeedStimulate, PackDown},
	{CageQueen, SwarmControl}, {CageQueen, Requeen}, {CageQueen, Boost}, {CageQueen, LookCloser},
	{LetQueenOut, Requeen}, {LetQueenOut, LookCloser},
	{TestComb, LookCloser}, {CheckCells, GiveCellOrQueen}, {CheckCells, Requeen}, {CheckCells, TestComb},
}

// undoes reports whether a step cannot be in a plan with another: where a colony is united with another nothing
// else is done to it; nothing is done twice; a super that is lifted off so that it can be fed goes back on a later day; who has dealt with
// queen cells looks for more of them a week later, and gives a bound nest room beside it.
func undoes(a, b part) bool {
	if a.Action == Combine || b.Action == Combine {
		return true
	}
	if a.Action == b.Action { // once, but for a second feed when the first has gone down
		fed := a.Action == FeedEmergency || a.Action == FeedWinter
		return !fed || max(a.in-b.in, b.in-a.in) <= feedingDays
	}
	if a.in > b.in {
		a, b = b, a
	}
	if a.in < b.in && b.Action == AddSuper { // what was fed goes down first
		return a.Liquid && a.FedKg > 0 && b.in-a.in < feedingDays
	}
	if a.Action == SwarmControl && b.Action == CheckCells && b.in-a.in >= checkedAgain {
		return false
	}
	if a.Action == SwarmControl && b.Action == RelieveHoneyBound || a.Action == RelieveHoneyBound && b.Action == SwarmControl {
		return a.in == b.in && a.Key != cellsDown && b.Key != cellsDown // a nest that was parted is another one
	}
	return slices.Contains(apart, [2]Action{a.Action, b.Action}) ||
		slices.Contains(apart, [2]Action{b.Action, a.Action})
}

// checkedAgain is the days after swarm control from which on new cells are looked for. Source: common practice: in the
// week after.
const checkedAgain = 4

// agree reports whether no two parts of a plan undo one another, and none is there twice.
func agree(parts []part) bool {
	for i, a := range parts {
		for _, b := range parts[i+1:] {
			if undoes(a, b) {
				return false
			}
		}
	}
	return true
}

// fits reports whether parts can be in a plan with others.
func fits(parts, others []part) bool {
	return !slices.ContainsFunc(parts, func(a part) bool {
		return slices.ContainsFunc(others, func(b part) bool { return undoes(a, b) })
	})
}
