package api

import (
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/url"
	"strings"
	"time"

	"vicis/api/door"
	"vicis/caliper"
	"vicis/core/measure"
)

// caliperWaits is how long a caliper on this machine is waited for.
const caliperWaits = 3 * time.Second

type caliperIn struct {
	Size  string        `query:"size" maxLength:"40" doc:"What lies between its jaws, exactly: a simulated one has to be told"`
	Units measure.Units `query:"units" enum:"in,cm" default:"in" doc:"Its button"`
}

// Caliper is one reading.
type Caliper struct {
	Reads string `json:"reads" doc:"As it would be typed"`
}

// read asks the caliper for its next reading. The browser may not ask it itself: it loads nothing from elsewhere.
func (s *Server) read(ctx context.Context, in *caliperIn) (*body[Caliper], error) {
	if s.caliper == "" {
		t := door.NewTrouble(http.StatusNotFound, "No caliper is connected: start the program with --caliper, or type what "+
			"you read.")
		t.Code = "no-caliper"
		return nil, t
	}
	ctx, cancel := context.WithTimeout(ctx, caliperWaits)
	defer cancel()
	at := url.URL{
		Scheme: "http", Host: s.caliper, Path: "/reading",
		RawQuery: url.Values{"size": {in.Size}, "units": {string(in.Units)}}.Encode(),
	}
	reads, err := reading(ctx, at.String())
	if err != nil {
		t := door.NewTrouble(http.StatusBadGateway, "The caliper does not answer: "+err.Error()+". Type what you read.")
		t.Code = "caliper-silent"
		return nil, t
	}
	return &body[Caliper]{Caliper{reads}}, nil
}

// reading asks for one reading and takes nothing for one that is not.
func reading(ctx context.Context, at string) (string, error) {
	ask, err := http.NewRequestWithContext(ctx, http.MethodGet, at, http.NoBody)
	if err != nil {
		return "", err
	}
	client := http.Client{CheckRedirect: func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse }}
	answer, err := client.Do(ask)
	if err != nil {
		return "", fmt.Errorf("nobody is at its address")
	}
	defer answer.Body.Close()
	text, err := io.ReadAll(io.LimitReader(answer.Body, 1<<10))
	if err != nil {
		return "", fmt.Errorf("it broke off")
	}
	var r caliper.Reading
	if answer.StatusCode != http.StatusOK || json.Unmarshal(text, &r) != nil || strings.TrimSpace(r.Reads) == "" ||
		len(r.Reads) > 40 {
		return "", fmt.Errorf("what it says is no reading")
	}
	return strings.TrimSpace(r.Reads), nil
}
