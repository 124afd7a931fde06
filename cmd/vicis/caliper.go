package main

import (
	"bytes"
	"context"
	"crypto/rand"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/url"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"vicis/api"
	"vicis/api/door"
	"vicis/caliper"
	"vicis/core/measure"
	"vicis/core/record"
	"vicis/core/work"
)

// holding is how a simulated caliper is held, as it is typed.
type holding struct {
	bias, spread, resolution, drift string
	slips, after                    int
	seed                            uint64
}

func (h *holding) flags(c *cobra.Command) {
	f := c.Flags()
	f.StringVar(&h.bias, "bias", "0 in", "by how much everything comes out larger, such as 1/32 in or -0.5 mm")
	f.StringVar(&h.spread, "spread", "0.01 in", "standard deviation from one reading to the next")
	f.StringVar(&h.resolution, "resolution", "0.005 in", "of the caliper")
	f.IntVar(&h.slips, "slips", 0, "one reading in so many is a slip of the thumb; 0 for none")
	f.IntVar(&h.after, "after", 0, "after so many readings the guide moves; 0 for never")
	f.StringVar(&h.drift, "drift", "0 in", "by how much it moves")
	f.Uint64Var(&h.seed, "seed", 1, "the same seed gives the same readings")
}

// caliper is what was typed as a caliper.
func (h *holding) caliper() (*caliper.Caliper, error) {
	hand := caliper.Hand{Slips: h.slips, After: h.after}
	for _, one := range []struct {
		what, typed string
		signed      bool
		into        *measure.Length
	}{
		{"bias", h.bias, true, &hand.Bias},
		{"spread", h.spread, false, &hand.Spread},
		{"resolution", h.resolution, false, &hand.Resolution},
		{"drift", h.drift, true, &hand.Drift},
	} {
		text, minus := strings.CutPrefix(strings.TrimSpace(one.typed), "-")
		l, err := measure.Parse(text, measure.Inches)
		if err != nil {
			return nil, fmt.Errorf("--%s: %w", one.what, err)
		}
		if minus && !one.signed || l > measure.Inch {
			return nil, fmt.Errorf("--%s: %s is no such thing: write 0 to 1 in", one.what, one.typed)
		}
		if *one.into = l; minus {
			*one.into = -l
		}
	}
	if h.slips < 0 || h.after < 0 {
		return nil, errors.New("--slips and --after count readings: write 0 or more")
	}
	return caliper.New(hand, h.seed), nil
}

func caliperCommand() *cobra.Command {
	var h holding
	var listen string
	c := &cobra.Command{
		Use: "caliper", Short: "A simulated digital caliper: GET /reading?size=6.5in&units=in gives its next reading",
		Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			held, err := h.caliper()
			if err != nil {
				return err
			}
			if !loopbackAt(listen) {
				return fmt.Errorf("a simulated caliper listens on this machine alone, not at %s", listen)
			}
			var lc net.ListenConfig
			l, err := lc.Listen(c.Context(), "tcp", listen)
			if err != nil {
				return err
			}
			fmt.Fprintf(c.OutOrStdout(), "The caliper answers at http://%s/reading\n", l.Addr())
			return answering(c.Context(), l, held)
		},
	}
	h.flags(c)
	c.Flags().StringVar(&listen, "listen", "127.0.0.1:8338", "address on this machine to listen on")
	c.AddCommand(batchCommand())
	return c
}

// answering lets a caliper answer until the context ends.
func answering(ctx context.Context, l net.Listener, held http.Handler) error {
	server := &http.Server{
		Handler: held, ReadHeaderTimeout: 5 * time.Second, ReadTimeout: 5 * time.Second,
		WriteTimeout: 5 * time.Second,
	}
	failed := make(chan error, 1)
	go func() { failed <- server.Serve(l) }()
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
	}
	return server.Close()
}

// loopbackAt says whether an address is one of this machine alone.
func loopbackAt(addr string) bool {
	host, _, err := net.SplitHostPort(addr)
	return err == nil && (host == "localhost" || net.ParseIP(host).IsLoopback())
}

func batchCommand() *cobra.Command {
	var h holding
	var at string
	var count int
	c := &cobra.Command{
		Use:   "batch QUILT STEP",
		Short: "Play a person who measures a batch: readings of a step are sent to a running program", Args: cobra.ExactArgs(2),
		RunE: func(c *cobra.Command, args []string) error {
			held, err := h.caliper()
			switch {
			case err != nil:
				return err
			case count < 1 || count > 500:
				return errors.New("--count: write 1 to 500")
			}
			to, err := url.Parse(at)
			if err != nil || !loopbackAt(to.Host) {
				return fmt.Errorf("--vicis: %s is no address of this machine", at)
			}
			return measuring(c.Context(), c.OutOrStdout(), held, *to, args[0], args[1], count)
		},
	}
	h.flags(c)
	c.Flags().StringVar(&at, "vicis", "http://127.0.0.1:8337", "where the program is open")
	c.Flags().IntVar(&count, "count", 24, "how many are measured")
	return c
}

// measuring measures so many of a step and sends what was read, one by one, as a person would.
func measuring(ctx context.Context, out io.Writer, held *caliper.Caliper, to url.URL, quilt, step string,
	count int,
) error {
	var project api.Project
	if err := asked(ctx, http.MethodGet, to.JoinPath("api", "quilts", quilt), nil, &project); err != nil {
		return err
	}
	w, ok := work.Of(project.Document)
	if !ok {
		return fmt.Errorf("%s cannot be planned as it is", quilt)
	}
	for _, s := range w.Steps {
		if ways := w.Gauges(s); string(s.ID) == step && len(ways) > 0 {
			way := ways[len(ways)-1]
			if way.Along == work.Untrimmed {
				way = ways[0]
			}
			for range count {
				e := record.Event{
					ID: rand.Text(), Step: s.ID, Kind: record.Measured, N: 1, Exact: s.Exact(), Look: s.Look, Rev: project.Rev,
					Along: way.Along,
					Reads: held.Read(way.Size, project.Document.Units), At: time.Now().UTC().Format(time.RFC3339Nano),
				}
				fmt.Fprintln(out, e.Reads)
				if err := asked(ctx, http.MethodPost, to.JoinPath("api", "quilts", quilt, "events"),
					map[string]any{"events": []record.Event{e}}, nil); err != nil {
					return err
				}
			}
			return nil
		}
	}
	return fmt.Errorf("nothing called %s is measured in %s", step, project.Document.Name)
}

// asked asks the running program, and reads what it answers.
func asked(ctx context.Context, method string, at *url.URL, send, into any) error {
	text, err := json.Marshal(send)
	if err != nil {
		return err
	}
	r, err := http.NewRequestWithContext(ctx, method, at.String(), bytes.NewReader(text))
	if err != nil {
		return err
	}
	r.Header.Set("Content-Type", "application/json")
	client := http.Client{Timeout: 30 * time.Second}
	answer, err := client.Do(r)
	if err != nil {
		return fmt.Errorf("the program does not answer at %s: %w", at.Host, err)
	}
	defer answer.Body.Close()
	if answer.StatusCode >= http.StatusBadRequest {
		var t door.Trouble
		_ = json.NewDecoder(io.LimitReader(answer.Body, 1<<16)).Decode(&t) // what cannot be read says nothing
		return fmt.Errorf("%s: %s", answer.Status, t.Detail)
	}
	if into == nil {
		return nil
	}
	return json.NewDecoder(io.LimitReader(answer.Body, 64<<20)).Decode(into)
}
