package ruler_test

import (
	"slices"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/measure"
	"vicis/core/quilt"
	"vicis/core/ruler"
	"vicis/core/work"
	"vicis/internal/trial/whole"
)

// square is what is told of squaring up the block of a quilt, and what it should measure.
func square(t *testing.T, d document.Document) (cuts, should string) {
	t.Helper()
	w, ok := work.Of(d)
	if !ok {
		t.Fatal(*w.Problems)
	}
	list := ruler.Of(w, drawn.Everything(w, drawn.Of(&w.Laid))).Trim()
	i := slices.IndexFunc(list, func(one ruler.Trim) bool { return one.ID == "block" })
	if i < 0 || list[i].Square == nil {
		t.Fatalf("nothing is told of the block: %+v", list)
	}
	return strings.Join(list[i].Square.Cuts, " "), list[i].Should
}

// A block of 12½″ that measured 12⅜″, and was gone on with, is squared up to the lines of that, and should measure it.
func TestABlockIsSquaredUpToWhatWasMeasured(t *testing.T) {
	d := whole.FromLibrary(t, "pinwheel")
	before, should := square(t, d)
	w, _ := work.Of(d)
	wide, _ := w.Unit("block").Piece.Size()
	is := wide - measure.Inch/8
	says := w.Say(is)
	if strings.Contains(before, says) || strings.Contains(should, says) {
		t.Fatalf("%q, %q", before, should)
	}
	d.Top.Block = &quilt.Measured{Width: measure.Write(is), Height: measure.Write(is)}
	after, should := square(t, d)
	if !strings.Contains(after, "the lines of "+says+" × "+says) || should != says+" × "+says {
		t.Errorf("%q, should measure %s, want %s", after, should, says)
	}
}
