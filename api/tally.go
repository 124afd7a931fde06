package api

import (
	"context"
	"fmt"
	"net/http"
	"strings"
	"time"

	"vicis/api/door"
	"vicis/core/record"
)

func (s *Server) progress(ctx context.Context, in *ReadIn) (*talliedOut, error) {
	p, err := s.newest(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	out, err := s.tallied(ctx, in.ID, p)
	if err != nil {
		return nil, door.Explain(err)
	}
	if same := in.PreconditionFailed(strings.Trim(out.ETag, `"`), time.Time{}); same != nil {
		return nil, same
	}
	return out, nil
}

type tallyIn struct {
	QuiltIn
	Body strict[tallyBody]
}

type tallyBody struct {
	Events []record.Event `json:"events" minItems:"1" maxItems:"500"`
}

// tally stores events and answers with what they come to. From the moment they are stored nothing that goes wrong is
// told as if they were not.
func (s *Server) tally(ctx context.Context, in *tallyIn) (*talliedOut, error) {
	by, err := s.store.Newest(ctx, in.ID)
	if err != nil {
		return nil, door.Explain(err)
	}
	for _, e := range in.Body.Is.Events {
		says := e.Received()
		if e.Rev > by.Rev {
			says = fmt.Sprintf("There is no revision %d of this quilt yet.", e.Rev)
		}
		if says != "" {
			return nil, door.NewTrouble(http.StatusUnprocessableEntity, says)
		}
	}
	if err := s.store.Append(ctx, in.ID, in.Body.Is.Events, s.now()); err != nil {
		return nil, door.Explain(err)
	}
	out, err := s.counted(ctx, in.ID, by)
	if err != nil || !out.Body.Progress.Over {
		return out, err
	}
	if by, err = s.store.Anew(context.WithoutCancel(ctx), in.ID, s.now()); err != nil {
		return out, nil // what was told is counted; whoever tells more has it planned then
	}
	return s.counted(ctx, in.ID, by)
}
