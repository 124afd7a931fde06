package main

import (
	"bytes"
	"context"
	"crypto/rand"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"regexp"
	"sync"
	"time"

	"github.com/spf13/cobra"

	"vicis/api"
	"vicis/api/contract"
	"vicis/api/door"
	"vicis/core/document"
	"vicis/core/instructions"
	rest "vicis/core/net"
	"vicis/core/plan"
	"vicis/core/problem"
	"vicis/core/rules"
	"vicis/core/stock"
	"vicis/core/work"
	"vicis/demo"
	"vicis/store"
	"vicis/web"
)

func command() *cobra.Command {
	root := &cobra.Command{
		Use: "vicis", Short: "Plan repeated units and tally them at the machine", SilenceUsage: true,
		SilenceErrors: true,
	}
	root.AddCommand(serveCommand(), demoCommand(), planCommand(), backupCommand(), restoreCommand(), checkCommand(),
		exportCommand(), importCommand(), caliperCommand(),
		sheetCommand(), contractCommand())
	return root
}

// options of a server.
type options struct {
	listen string
	data   string
	hosts  []string

	caliper string // host and port of a caliper on this machine
}

func (o *options) flags(c *cobra.Command, data string) {
	c.Flags().StringVar(&o.listen, "listen", "127.0.0.1:8337",
		"address to listen on; at another than 127.0.0.1 other machines are let in with the key that is shown then")
	c.Flags().StringVar(&o.data, "data", data, "database file")
	c.Flags().StringVar(&o.caliper, "caliper", "", "address of a caliper on this machine that gives readings, such as "+
		"127.0.0.1:8338")
	c.Flags().StringSliceVar(&o.hosts, "host", nil,
		"a name or address that this computer is opened by from a tablet beside the machine")
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
			if o.caliper == "" { // the demo brings one of its own
				held, err := (&holding{bias: "-1/32 in", spread: "0.01 in", resolution: "0.005 in", drift: "0", seed: 1}).caliper()
				if err != nil {
					return err
				}
				var lc net.ListenConfig
				l, err := lc.Listen(c.Context(), "tcp", "127.0.0.1:0")
				if err != nil {
					return err
				}
				go answering(c.Context(), l, held) //nolint:errcheck // it ends with the program
				o.caliper = l.Addr().String()
			}
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
	if o.caliper != "" && !loopbackAt(o.caliper) {
		return fmt.Errorf("--caliper: %s is no address of this machine, such as 127.0.0.1:8338", o.caliper)
	}
	doors := door.Doors{Hosts: o.hosts, Caliper: o.caliper}
	addr, tcp := listener.Addr().(*net.TCPAddr)
	if tcp && addr.IP.IsLoopback() && !door.Here(addr.String()) {
		return errors.Join(fmt.Errorf("--listen %s: nobody is let in there: write 127.0.0.1, or 0.0.0.0 to let other machines "+
			"in with the key", o.listen), listener.Close())
	}
	if tcp && !addr.IP.IsLoopback() {
		if !addr.IP.IsUnspecified() {
			doors.Hosts = append(doors.Hosts, addr.IP.String())
		}
		if doors.Key, err = keyBeside(o.data); err != nil {
			return errors.Join(err, listener.Close())
		}
		fmt.Fprintf(out, "Another machine is asked once for this key: %s\n", doors.Key)
	}
	copying, stop := context.WithCancel(ctx)
	var copied sync.WaitGroup
	copied.Go(func() { copyDaily(copying, s, o.data+".daily") })
	defer copied.Wait() // before the file is closed
	defer stop()
	server := &http.Server{
		Handler:           api.New(s, web.Handler(), doors),
		ReadHeaderTimeout: 5 * time.Second, ReadTimeout: 30 * time.Second, WriteTimeout: 60 * time.Second,
		MaxHeaderBytes: 1 << 16,
	}
	failed := make(chan error, 1)
	go func() { failed <- server.Serve(listener) }()
	fmt.Fprintf(out, "Vicis is open at http://%s\n", openAt(listener.Addr().String()))
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
	var from string
	c := &cobra.Command{
		Use: "plan FILE", Short: "Print the plan of a project document: all of it, or what is still to cut", Args: cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			data, err := os.ReadFile(args[0])
			if err != nil {
				return err
			}
			d, problems := document.Read(data)
			var p plan.Plan
			anew, err := fromHere(from, func(here *rest.Plan, _ *stock.Account) *work.Work { return here.Work() })
			if err != nil {
				return err
			}
			if !problems.Stopped() {
				p, _, problems = plan.Anew(d, problems, anew)
			}
			return show(c, args[0], problems, asJSON, p, func() string { return plan.TextOf(d, p) })
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "as JSON")
	c.Flags().StringVar(&from, "from", "", "what was tallied of it, as export writes it: its cutting is what is still to cut")
	return c
}

// fromHere plans work anew from what was tallied of it, where that is said.
func fromHere(tally string, of func(*rest.Plan, *stock.Account) *work.Work) (func(*work.Work) *work.Work, error) {
	if tally == "" {
		return func(w *work.Work) *work.Work { return w }, nil
	}
	events, err := eventsOf(tally)
	return func(w *work.Work) *work.Work {
		account := stock.Counted(w, events...)
		return of(rest.Of(w).Here(account), account)
	}, err
}

// show prints what a file comes to, as JSON or as a text, and what is wrong with it.
func show(c *cobra.Command, file string, problems problem.List, asJSON bool, what any, text func() string) error {
	for _, pr := range problems {
		fmt.Fprintf(c.ErrOrStderr(), "%s: %s %s\n", pr.At, pr.Says, pr.Mend)
	}
	if problems.Stopped() {
		return fmt.Errorf("%s cannot be planned", file)
	}
	if asJSON {
		enc := json.NewEncoder(c.OutOrStdout())
		enc.SetIndent("", "  ")
		return enc.Encode(what)
	}
	_, err := io.WriteString(c.OutOrStdout(), text())
	return err
}

func backupCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use: "backup FILE", Short: "Copy the database to a new file while it is in use",
		Args: cobra.ExactArgs(1), RunE: func(c *cobra.Command, args []string) (err error) {
			if _, err := os.Stat(data); err != nil {
				return fmt.Errorf("no database at %s: name it with --data", data)
			}
			return store.Copy(c.Context(), data, args[0])
		},
	}
	dataFlag(c, &data)
	return c
}

func restoreCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use: "restore FILE", Short: "Put a backup in the place of the database; what was there is kept beside it",
		Args: cobra.ExactArgs(1), RunE: func(c *cobra.Command, args []string) error {
			aside, err := store.Restore(c.Context(), args[0], data, time.Now())
			if aside != "" {
				fmt.Fprintf(c.OutOrStdout(), "What was there is kept as %s\n", aside)
			}
			if err == nil {
				fmt.Fprintf(c.OutOrStdout(), "%s is in its place, as %s\n", args[0], data)
			}
			return err
		},
	}
	dataFlag(c, &data)
	return c
}

func checkCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use: "check", Short: "Look at the whole database, every page of it; nothing is changed",
		Args: cobra.NoArgs, RunE: func(c *cobra.Command, _ []string) error {
			wrong, err := store.Examine(c.Context(), data)
			if err != nil {
				return err
			}
			for _, one := range wrong {
				fmt.Fprintln(c.OutOrStdout(), one)
			}
			if len(wrong) > 0 {
				return fmt.Errorf("%s: %w", data, store.ErrDamaged)
			}
			fmt.Fprintf(c.OutOrStdout(), "%s is whole\n", data)
			return nil
		},
	}
	dataFlag(c, &data)
	return c
}

// dataFlag names the database file.
func dataFlag(c *cobra.Command, data *string) {
	home, err := os.UserConfigDir()
	if err != nil {
		home = "."
	}
	c.Flags().StringVar(data, "data", filepath.Join(home, "vicis", "vicis.db"), "database file")
}

// sheetCommand prints the work on a project line by line.
func sheetCommand() *cobra.Command {
	var asJSON bool
	var from string
	c := &cobra.Command{
		Use: "sheet FILE", Short: "Print the work on a project as a sheet of instructions, line by line: all of it, or what is still to do",
		Args: cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			data, err := os.ReadFile(args[0])
			if err != nil {
				return err
			}
			d, problems := document.Read(data)
			anew, err := fromHere(from, (*rest.Plan).ToGo)
			if err != nil {
				return err
			}
			var s instructions.InstructionSheet
			if !problems.Stopped() {
				w, _ := work.Of(d)
				if w.Problems != nil {
					problems = append(problems, *w.Problems...)
				}
				if !problems.Stopped() {
					s = instructions.Of(anew(w))
				}
			}
			return show(c, args[0], problems, asJSON, s, s.Text)
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "as JSON, for programs (docs/sheet.md)")
	c.Flags().StringVar(&from, "from", "", "what was tallied of it, as export writes it: it tells what is still to do")
	return c
}

// contractCommand prints what is made from the Go types: the OpenAPI contract, the schema of a project document, and
// the book of rules.
func contractCommand() *cobra.Command {
	var format, book, lines bool
	c := &cobra.Command{
		Use: "contract", Short: "Print the OpenAPI contract", Hidden: true, Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			if book {
				fmt.Fprint(c.OutOrStdout(), rules.Markdown())
				return nil
			}
			make := api.Contract
			switch {
			case format:
				make = contract.Format
			case lines:
				make = contract.SheetFormat
			}
			v, err := make()
			if err != nil {
				return err
			}
			enc := json.NewEncoder(c.OutOrStdout())
			enc.SetIndent("", "  ")
			return enc.Encode(v)
		},
	}
	c.Flags().BoolVar(&format, "format", false, "the JSON Schema of a project document instead")
	c.Flags().BoolVar(&lines, "sheet", false, "the JSON Schema of a sheet of instructions instead")
	c.Flags().BoolVar(&book, "rules", false, "the book of rules instead")
	return c
}

// copyDaily backs up once a day until the context ends. What goes wrong is told, and tried again in an hour.
func copyDaily(ctx context.Context, s *store.Store, folder string) {
	for {
		if err := s.Daily(ctx, folder, time.Now()); err != nil && ctx.Err() == nil {
			slog.Error("no backup of today yet", "err", err)
		}
		select {
		case <-time.After(time.Hour):
		case <-ctx.Done():
			return
		}
	}
}

// openAt is what is typed on this machine to reach a listener: one that listens at every address is reached at this
// one.
func openAt(addr string) string {
	if host, port, err := net.SplitHostPort(addr); err == nil && net.ParseIP(host).IsUnspecified() {
		return net.JoinHostPort("127.0.0.1", port)
	}
	return addr
}

// isKey is what a key is: letters and digits, a dozen or more; a file that was cut short, or is full of anything else,
// is none.
var isKey = regexp.MustCompile(`^(?:[A-Za-z0-9][- ]?){12,64}$`)

// keyBeside is the key of a database, kept beside it so that a tablet is asked once; made when there is none.
func keyBeside(data string) (string, error) {
	path := data + ".key"
	if text, err := os.ReadFile(path); err == nil && isKey.Match(bytes.TrimSpace(text)) {
		return string(bytes.TrimSpace(text)), nil
	}
	letters := rand.Text()
	key := letters[:4] + "-" + letters[4:8] + "-" + letters[8:12]
	if err := os.WriteFile(path, []byte(key+"\n"), 0o600); err != nil {
		return "", fmt.Errorf("keep the key: %w", err)
	}
	return key, nil
}
