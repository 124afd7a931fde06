// Package soak says how long the tests with kills, full disks, damage and load go on: short within make test, long by
// make soak, which sets VICIS_SOAK to how many times as long. Seeds begin at VICIS_SEED, so that another run sees other
// ones.
package soak

import (
	"os"
	"strconv"
)

// Times is so many, or many times as many.
func Times(n int) int { return n * max(1, number("VICIS_SOAK")) }

// Tenth is how many of a list there are for each one that is tried: ten, and one where all are.
func Tenth() int {
	if number("VICIS_SOAK") > 0 {
		return 1
	}
	return 10
}

// Seed is one of its own for every number.
func Seed(n uint64) uint64 { return uint64(max(0, number("VICIS_SEED")))*1_000_003 + n }

func number(name string) int {
	n, err := strconv.Atoi(os.Getenv(name))
	if err != nil {
		return 0
	}
	return n
}
