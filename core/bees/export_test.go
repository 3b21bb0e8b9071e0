package bees

// What the tests of this room look into from outside.
const (
	CrowdMost  = crowdMost
	CrowdPower = crowdPower
)

// Crowd is crowd.
func Crowd(x float64) float64 { return crowd(x) }

// Work does what a day does to adult bees, and nothing else.
func (s *State) Work(p *Parameters, c *Condition) { s.work(p, c, timeOf(c.SeasonDay)) }

// NestUsed is nestUsed.
func (s *State) NestUsed(p *Parameters) float64 { return s.nestUsed(p) }

// Cohorts adds the cohorts up afresh: larvae, capped and drone brood.
func (s *State) Cohorts() (larvae, capped, drone float64) {
	return sum(s.Larvae[:]), sum(s.Capped[:]), sum(s.Drone[:])
}
