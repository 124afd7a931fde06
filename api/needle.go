package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"vicis/api/door"
	"vicis/core/machine"
	"vicis/core/naming"
	"vicis/core/order"
	"vicis/core/tally"
	"vicis/core/times"
)

// What comes under the needle in one step: worked out when it is asked for, since a plan has hundreds of steps and one
// hand.

func (s *Server) registerNeedle(a huma.API, op describe) {
	huma.Register(a, op(http.MethodGet, "/api/quilts/{id}/needle", "needle",
		"How the layers of a step lie under the needle: which is on top, where allowances come, and what is easily taken "+
			"for it; lengths in inches are drawn, those with text are to be read"),
		s.needle)
	huma.Register(a, op(http.MethodGet, "/api/quilts/{id}/order", "order",
		"What every batch asks for, what can be sewn now, what others wait for, and the order that changes the stitches "+
			"least often"), s.order)
}

func (s *Server) order(ctx context.Context, in *QuiltIn) (*body[order.Order], error) {
	p, err := s.newest(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	var progress tally.Progress
	var takes func(step, n int) (string, bool)
	if err := s.kept.read(ctx, in.ID, func(l *logged) {
		progress, takes = l.against(p),
			times.Takes(l.log.Log, p.work)
	}); err != nil {
		return nil, door.Explain(err)
	}
	end, err := s.plans.Take(ctx) // what is counted does not wait for it
	if err != nil {
		return nil, err
	}
	defer end()
	return &body[order.Order]{order.Of(p.work, progress, takes)}, nil
}

type needleIn struct {
	QuiltIn
	Step naming.Step `query:"step" required:"true" maxLength:"200" doc:"One of the steps of the plan that are sewn"`
	Seam int         `query:"seam" minimum:"0" doc:"The seams near this one, from 0, are told"`
}

func (s *Server) needle(ctx context.Context, in *needleIn) (*body[machine.Under], error) {
	p, err := s.newest(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	end, err := s.plans.Take(ctx)
	if err != nil {
		return nil, err
	}
	defer end()
	under, ok := machine.UnderNeedle(p.work, in.Step, in.Seam)
	if !ok {
		return nil, door.NewTrouble(http.StatusNotFound,
			"Nothing is sewn in a step of that name: the plan has changed, or it is done at the mat.")
	}
	return &body[machine.Under]{Body: under}, nil
}
