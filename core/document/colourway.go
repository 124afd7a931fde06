package document

// Colourway is one assignment of fabrics to roles. A block laid in a colourway is made apart from the others; units
// that come out the same are shared.
type Colourway struct {
	ID      string            `json:"id"`
	Name    string            `json:"name"`
	Fabrics map[string]string `json:"fabrics" doc:"Role → fabric, where it differs from the project's"`
}
