package plan

// Action is a code of the closed table [Actions].
type Action string

// The actions that this version gives.
const (
	Leave             Action = "leave"
	LookCloser        Action = "look_closer"
	CheckCells        Action = "check_cells"
	FeedEmergency     Action = "feed_emergency"
	FeedStimulate     Action = "feed_stimulate"
	FeedWinter        Action = "feed_winter"
	FeedPollen        Action = "feed_pollen"
	AddSuper          Action = "add_super"
	RemoveSuper       Action = "remove_super"
	RelieveHoneyBound Action = "relieve_honey_bound"
	HarvestSuper      Action = "harvest_super"
	HoldHarvest       Action = "hold_harvest"
	PackDown          Action = "pack_down"
	Condense          Action = "condense"
	MoveOuterFramesIn Action = "move_outer_frames_in"
	Boost             Action = "boost"
	RotateBoxes       Action = "rotate_boxes"
	OpenNestSides     Action = "open_nest_sides"
	AlternateFrames   Action = "alternate_frames"
	AddBoxUnder       Action = "add_box_under"
	SwarmControl      Action = "swarm_control"
	Requeen           Action = "requeen"
	GiveCellOrQueen   Action = "give_cell_or_queen"
	TestComb          Action = "test_comb"
	Equalise          Action = "equalise"
	Combine           Action = "combine"
	DeadOutCheck      Action = "dead_out_check"
	DroneComb         Action = "drone_comb"
	CageQueen         Action = "cage_queen"
	LetQueenOut       Action = "let_queen_out"
	SwapPlaces        Action = "swap_places"
	ResourceFrames    Action = "resource_frames"
	DoubleScreen      Action = "double_screen"
	ScreenOff         Action = "screen_off"
	ClipQueen         Action = "clip_queen"
)

// Entry describes an action code. Given says whether an option gives it yet; the
// codes are fixed so that records and exports can be read by later versions.
type Entry struct {
	Code  Action
	Words string
	Given bool
}

// Actions is the closed table of codes, published in docs/actions.md and in
// the schema of the record.
var Actions = []Entry{
	{Leave, "Leave alone, look again on a date", true},
	{LookCloser, "Look closer, and at what", true},
	{CheckCells, "Check for queen cells", true},
	{FeedEmergency, "Feed now, against starving", true},
	{FeedStimulate, "Feed to build up", true},
	{FeedWinter, "Feed for winter", true},
	{AddSuper, "Add a super", true},
	{MoveOuterFramesIn, "Move outer frames in", true},
	{RemoveSuper, "Take a super off", true},
	{RelieveHoneyBound, "Relieve a honey-bound nest", true},
	{HarvestSuper, "Harvest a super", true},
	{HoldHarvest, "Hold the harvest", true},
	{PackDown, "Pack down for winter", true},
	{Boost, "Boost with brood or bees", true},
	{Condense, "Condense into fewer boxes", true},
	{RotateBoxes, "Rotate the boxes", true},
	{OpenNestSides, "Open the sides of the nest", true},
	{AlternateFrames, "Alternate frames above the nest", true},
	{AddBoxUnder, "Add a box under the nest", true},
	{DroneComb, "Cut out drone comb", true},
	{SwarmControl, "Control swarming: split, nuc or cells", true},
	{Requeen, "Requeen", true},
	{Equalise, "Equalise between hives", true},
	{SwapPlaces, "Swap the places of hives", true},
	{"excluder_on", "Put the excluder on", false},
	{"excluder_off", "Take the excluder off", false},
	{"return_wet_supers", "Return wet supers", false},
	{"count_mites", "Count mites", false},
	{"treat", "Treat", false},
	{"strips_out", "Take strips out by a date", false},
	{"reduce_entrance", "Reduce the entrance", false},
	{"mouse_guard", "Put mouse guards on", false},
	{Combine, "Combine colonies", true},
	{"insulate", "Insulate", false},
	{DeadOutCheck, "Check a dead-out", true},
	{FeedPollen, "Feed pollen", true},
	{GiveCellOrQueen, "Give a ripe cell or a queen", true},
	{TestComb, "Give a test comb of eggs", true},
	{CageQueen, "Shut the queen in before the flow ends", true},
	{LetQueenOut, "Let the queen out of her cage", true},
	{ClipQueen, "Clip the queen’s wing", true},
	{ResourceFrames, "Take brood out into a nuc box", true},
	{DoubleScreen, "Set it over another hive, a double screen between", true},
	{ScreenOff, "Take it off the double screen", true},
	{"move_hive", "Move a hive to a crop", false},
}
