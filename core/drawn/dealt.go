package drawn

import (
	"fmt"
	"math"

	"vicis/core/cloth"
	"vicis/core/dealt"
	"vicis/core/naming"
)

// Dealt is the picture of a quilt in the prints that were dealt.
func (l QuiltPicture) Dealt(d dealt.Dealt) QuiltPicture {
	if !d.Any() {
		return l
	}
	l.Spots = map[naming.Unit][]int{}
	for unit, s := range d.Spots {
		l.Spots[unit] = s.Of
	}
	for _, p := range d.Prints {
		l.Prints = append(l.Prints, Tint{p.Swatch.Colour, Grey(cloth.Lightness(p.Swatch.Colour))})
	}
	for i, c := range d.Cells { // in the order they are drawn
		l.Cells[i].Prints = c.Prints
	}
	return l
}

// Grey is the neutral colour of a CIE lightness: the inverse of cloth.Fabric.Lightness for equal red, green and blue.
func Grey(l float64) string {
	y := l * 27 / 24389
	if l > 8 {
		y = math.Pow((l+16)/116, 3)
	}
	v := 12.92 * y
	if y > 0.0031308 {
		v = 1.055*math.Pow(y, 1/2.4) - 0.055
	}
	c := int(math.Round(255 * min(1, max(0, v))))
	return fmt.Sprintf("#%02x%02x%02x", c, c, c)
}
