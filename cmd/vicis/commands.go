package main

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"time"

	"github.com/spf13/cobra"

	"vicis/api"
	"vicis/core/document"
	"vicis/core/plan"
	"vicis/demo"
	"vicis/store"
	"vicis/web"
)

func command() *cobra.Command {
	root := &cobra.Command{
		Use: "vicis", Short: "Plan repeated units and tally them at the machine", SilenceUsage: true,
		SilenceErrors: true,
	}
	root.AddCommand(serveCommand(), demoCommand(), planCommand(), backupCommand(), contractCommand())
	return root
}

// options of a server.
type options struct {
	listen string
	data   string
	hosts  []string
}

func (o *options) flags(c *cobra.Command, data string) {
	c.Flags().StringVar(&o.listen, "listen", "127.0.0.1:8337",
		"address to listen on; other machines are let in only if you name one of theirs")
	c.Flags().StringVar(&o.data, "data", data, "database file")
	c.Flags().StringSliceVar(&o.hosts, "host", nil,
		"another name this server answers to, for a tablet beside the machine")
}

func serveCommand() *cobra.Command {
	var o options
	c := &cobra.Command{
		Use: "serve", Short: "Serve the application", Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			return serve(c.Context(), o, c.OutOrStdout(), nil)
		},
	}
	home, err := os.UserConfigDir()
	if err != nil {
		home = "."
	}
	o.flags(c, filepath.Join(home, "vicis", "vicis.db"))
	return c
}

func demoCommand() *cobra.Command {
	var o options
	c := &cobra.Command{
		Use: "demo", Short: "Serve the application with made-up quilts", Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			return serve(c.Context(), o, c.OutOrStdout(), demo.Fill)
		},
	}
	o.flags(c, filepath.Join("data", "demo.db"))
	return c
}

// serve listens until the context ends; fill may put something on an empty shelf first.
func serve(ctx context.Context, o options, out io.Writer, fill func(context.Context, *store.Store) error) (err error) {
	s, err := store.Open(ctx, o.data)
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, s.Close()) }()
	if fill != nil {
		if err := fill(ctx, s); err != nil {
			return err
		}
	}
	var lc net.ListenConfig
	listener, err := lc.Listen(ctx, "tcp", o.listen)
	if err != nil {
		return fmt.Errorf("%w; another program may be using this address: choose one with --listen 127.0.0.1:PORT", err)
	}
	server := &http.Server{
		Handler:           api.New(s, web.Handler(), append(o.hosts, api.LocalHosts...)),
		ReadHeaderTimeout: 5 * time.Second, ReadTimeout: 30 * time.Second, WriteTimeout: 60 * time.Second,
		MaxHeaderBytes: 1 << 16,
	}
	failed := make(chan error, 1)
	go func() { failed <- server.Serve(listener) }()
	fmt.Fprintf(out, "Vicis is open at http://%s\n", listener.Addr())
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
	}
	closing, cancel := context.WithTimeout(context.Background(), 5*time.Second)
	defer cancel()
	return server.Shutdown(closing)
}

func planCommand() *cobra.Command {
	var asJSON bool
	c := &cobra.Command{
		Use: "plan FILE", Short: "Print the plan of a project document", Args: cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			data, err := os.ReadFile(args[0])
			if err != nil {
				return err
			}
			d, problems := document.Read(data)
			var p plan.Plan
			if !problems.Stopped() {
				p, problems = plan.Make(d, problems)
			}
			for _, pr := range problems {
				fmt.Fprintf(c.ErrOrStderr(), "%s: %s %s\n", pr.At, pr.Says, pr.Mend)
			}
			if problems.Stopped() {
				return fmt.Errorf("%s cannot be planned", args[0])
			}
			if asJSON {
				enc := json.NewEncoder(c.OutOrStdout())
				enc.SetIndent("", "  ")
				return enc.Encode(p)
			}
			_, err = io.WriteString(c.OutOrStdout(), p.Text())
			return err
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "as JSON")
	return c
}

func backupCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use: "backup FILE", Short: "Copy the database to a new file while it is in use",
		Args: cobra.ExactArgs(1), RunE: func(c *cobra.Command, args []string) (err error) {
			if _, err := os.Stat(data); err != nil {
				return fmt.Errorf("no database at %s: name it with --data", data)
			}
			s, err := store.Open(c.Context(), data)
			if err != nil {
				return err
			}
			defer func() { err = errors.Join(err, s.Close()) }()
			return s.Backup(c.Context(), args[0])
		},
	}
	home, err := os.UserConfigDir()
	if err != nil {
		home = "."
	}
	c.Flags().StringVar(&data, "data", filepath.Join(home, "vicis", "vicis.db"), "database file")
	return c
}

// contractCommand prints what is made from the Go types: the OpenAPI contract, and the schema of a project document.
func contractCommand() *cobra.Command {
	var format bool
	c := &cobra.Command{
		Use: "contract", Short: "Print the OpenAPI contract", Hidden: true, Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			v, err := api.Format()
			if !format {
				v, err = api.Contract()
			}
			if err != nil {
				return err
			}
			enc := json.NewEncoder(c.OutOrStdout())
			enc.SetIndent("", "  ")
			return enc.Encode(v)
		},
	}
	c.Flags().BoolVar(&format, "format", false, "the JSON Schema of a project document instead")
	return c
}
