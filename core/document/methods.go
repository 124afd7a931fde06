package document

// The construction methods that a document may name.
import (
	_ "vicis/core/recut"
	_ "vicis/core/straight"
	_ "vicis/core/triangle"
)
