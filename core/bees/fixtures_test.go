package bees_test

import (
	"math"
	"testing"

	"kembo/core/season"
)

func uk(t testing.TB) season.Climate {
	c, err := season.ClimateFor("uk")
	if err != nil {
		t.Fatal(err)
	}
	return c
}

func close2(a, b float64) bool { return math.Abs(a-b) <= 1e-6*(1+math.Abs(a)+math.Abs(b)) }
