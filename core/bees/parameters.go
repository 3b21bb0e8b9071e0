package bees

// Parameters are the numbers of the daily model, in the units their names and
// [Table] give. Use [Defaults] and change copies.
type Parameters struct {
	QueenPeakLaying  float64
	NurseLoad        float64
	FindableShare    float64
	EggToAdult       float64
	DroneShare       float64
	HouseDeath       float64
	ForagerDeathBase float64
	ForagerDeathHour float64
	WinterDeath      float64
	RecruitAlpha     float64
	RecruitSigma     float64
	LoadPerHourMg    float64
	NectarCollectors float64
	NectarCells      float64
	RipeningShare    float64
	NestPull         float64
	SuperStart       float64
	ClearBelow       float64
	ClearShare       float64
	ExcluderDrag     float64
	HouseEatMg       float64
	ForagerEatMg     float64
	WinterEatMg      float64
	LarvaEatMg       float64
	BroodHeatMg      float64
	PollenPerLarva   float64
	WaxHoneyMg       float64
	DrawCells        float64
	DrawUrge         float64
	GoodDayHours     float64
	StoreMarginDays  float64
	LayShortfall     float64
	WinterNurse      float64
	WinterSpent      float64
	PollenForFull    float64
	LidDrag          float64
	NectarUp         float64
	AccessSoon       float64
	ColdHeat         float64
	DrawIncome       float64
	DrawWarmth       float64
	FullFlight       float64
	DroneDeath       float64
	DronesOut        float64
	StoresForFull    float64
	BodyReserve      float64
	FrostStop        float64
	LowDrag          float64
	LowEases         float64
	EmergencyDays    float64
	SwarmQueenDays   float64
	SwarmShare       float64
	SwarmCropMg      float64
	SwarmBase        float64
	SwarmHeld        float64
	SwarmLeast       float64
	SwarmYoung       float64
	SwarmOld         float64
	BeesPerCell      float64
	DrawnCrowd       float64
	LidShape         float64
	ClearHours       float64
	NestKeeps        float64
	PollenDays       float64
	PollenKeeps      float64
	PollenPerHour    float64
	WinterPollen     float64
	BroodEaten       float64
	CappingShare     float64
	FillFront        float64
	RipenWarmth      float64
	SpareDays        float64
	DrawNestDays     float64
	DrawSuperDays    float64
	UnderWarmth      float64
	UnderStart       float64
	InCluster        float64
	ColdFrom         float64
	TightC           float64
	ReachSpread      float64
	BroodHolds       float64
	Creep            float64
	StarveDeath      float64
	StarveCold       float64
	Mates            float64
	SwarmCups        float64
	SwarmCharged     float64
	SwarmCapped      float64
	CoolUnder        float64
	WideCold         float64
	DearthHolds      float64
	RecruitIdle      float64
	MiteEnters       float64
	MiteEntersDrone  float64
	MiteWorker       float64
	MiteDrone        float64
	MiteDeath        float64
	MiteDeathWinter  float64
	MitesCome        float64
	MiteKills        float64
	MiteShortens     float64
	MiteHarm         float64
	SmallCluster     float64
	QueenFails       float64
	MateHours        float64
	Supersedes       float64
	Casts            float64
	HeartCells       float64
}

// Defaults returns the values of [Table].
func Defaults() Parameters {
	return Parameters{
		QueenPeakLaying: 1550, NurseLoad: 0.15, FindableShare: 0.6, EggToAdult: 0.85, DroneShare: 0.06,
		HouseDeath: 0.006, ForagerDeathBase: 0.015, ForagerDeathHour: 0.011, WinterDeath: 0.0040, RecruitAlpha: 0.25,
		RecruitSigma: 0.75, LoadPerHourMg: 26, NectarCollectors: 0.75, NectarCells: 2.5, RipeningShare: 0.25,
		NestPull: 2.6, SuperStart: 0.28, ClearBelow: 11000, ClearShare: 0.05, ExcluderDrag: 0.65, HouseEatMg: 7,
		ForagerEatMg: 11, WinterEatMg: 1.6, LarvaEatMg: 24, BroodHeatMg: 1.0, PollenPerLarva: 0.14, WaxHoneyMg: 65,
		DrawCells: 0.22, DrawUrge: 0.8, GoodDayHours: 7, StoreMarginDays: 2.5, LayShortfall: 0.2, WinterNurse: 0.7,
		WinterSpent: 0.03, PollenForFull: 1500, LidDrag: 0.6, NectarUp: 0.12, AccessSoon: 0.5, ColdHeat: 0.09,
		DrawIncome: 0.25, DrawWarmth: 9, FullFlight: 4, DroneDeath: 0.033, DronesOut: 0.14, StoresForFull: 2,
		BodyReserve: 0.3, FrostStop: -9, LowDrag: 0.5, LowEases: 0.05, EmergencyDays: 24, SwarmQueenDays: 19,
		SwarmShare: 0.75, SwarmCropMg: 36, SwarmBase: 0.05, SwarmHeld: 2, SwarmLeast: 8000, SwarmYoung: 0.4,
		SwarmOld: 1.6, BeesPerCell: 0.35, DrawnCrowd: 0.5, LidShape: 1.4, ClearHours: 2, NestKeeps: 3, PollenDays: 10,
		PollenKeeps: 1500, PollenPerHour: 0.125, WinterPollen: 0.1, BroodEaten: 0.35, CappingShare: 0.25, FillFront: 15000,
		RipenWarmth: 10, SpareDays: 4, DrawNestDays: 6, DrawSuperDays: 4, UnderWarmth: 10, UnderStart: 0.12,
		InCluster: 8, ColdFrom: 3, TightC: -1, ReachSpread: 1.5, BroodHolds: 400, Creep: 0.05, StarveDeath: 0.2,
		StarveCold: 0.55, Mates: 0.75, SwarmCups: 2.5, SwarmCharged: 0.15, SwarmCapped: 0.35, CoolUnder: 15,
		WideCold: 0.3, DearthHolds: 0.45, RecruitIdle: 0.03,
		MiteEnters: 0.56, MiteEntersDrone: 6.49, MiteWorker: 1.25, MiteDrone: 1.9, MiteDeath: 0.006, MiteDeathWinter: 0.003,
		MitesCome: 0.3, MiteKills: 0.1, MiteShortens: 0.7, MiteHarm: 4, SmallCluster: 3000,
		QueenFails: 0.16, MateHours: 4, Supersedes: 0.6, Casts: 0.35, HeartCells: 3000,
	}
}
