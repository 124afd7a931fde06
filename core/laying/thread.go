package laying

import (
	"cmp"
	"slices"

	"vicis/core/batching"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
)

// StitchLength is how long stitches are, and why.
type StitchLength string

// The kinds of stitches (common practice).
const (
	UsualStitch StitchLength = "usual"
	TubeStitch  StitchLength = "tube"     // short: the tube is cut across, and seams of its rings are unpicked again
	SetStitch   StitchLength = "set"      // short: the set is cut across
	CutStitch   StitchLength = "cut"      // short: the seam is cut through later
	SpunStitch  StitchLength = "spun"     // short: its last stitches are undone at crossings that are spun
	usualLong                = 23 * tenth // the middle of what is usual
	shortLong                = 15 * tenth
	tenth                    = measure.Millimetre / 10
)

// StitchOf is how long the stitches of a batch are.
func (s Sewn) StitchOf(b batching.Batch) StitchLength {
	switch {
	case b.Stage == batching.Sets && len(s.Acts[b.ID].Made.Round) > 0:
		return TubeStitch
	case b.Stage == batching.Sets:
		return SetStitch
	case slices.ContainsFunc(b.Of, s.CutThrough):
		return CutStitch
	case slices.ContainsFunc(b.Of, func(seam naming.Seam) bool {
		for _, ends := range s.Undone {
			if slices.Contains(ends, seam) {
				return true
			}
		}
		return false
	}):
		return SpunStitch
	}
	return UsualStitch
}

// LowerThread is how much of the bobbin's thread one of a batch takes, in metres. A lockstitch takes so many times the
// length of its seam at the usual stitches, half of it from the bobbin; what goes through the cloth and back with every
// stitch is more where stitches are shorter. What lies between the pieces of a chain is not counted.
func (s Sewn) LowerThread(b batching.Batch) float64 {
	if b.Does != making.Sews {
		return 0
	}
	set := s.Settings
	long := func(w measure.Written, usual measure.Length) float64 {
		return cmp.Or(w.Length(), usual).Inches()
	}
	usual := long(set.Stitch, usualLong)
	times := float64(set.PerSeam) / 100
	if s.StitchOf(b) != UsualStitch {
		times = 2 + (times-2)*usual/long(set.Short, shortLong)
	}
	const inch = 0.0254
	each := b.Each.Inches()
	if b.Sum > 0 {
		each = b.Sum.Inches() / float64(b.Make)
	}
	return float64(b.Seams) * each * inch * times / 2
}
