package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/record"
	"vicis/core/strict"
	"vicis/store"
)

// An export is a folder of files that anybody can read: each quilt as a project file, what was tallied of it as lines of
// JSON, the cloth on the shelf as well, and a list that says which file is which quilt. It is read back as it is.

// Names of the files that are there once.
const (
	listFile  = "quilts.jsonl"
	clothFile = "cloth.jsonl"
)

// listed is one quilt of an export.
type listed struct {
	ID    string `json:"id"`
	File  string `json:"file"`            // the project; empty where none could be read
	Tally string `json:"tally,omitempty"` // what was tallied of it
	Plans string `json:"plans,omitempty"` // how it came to what it is, revision by revision
}

func exportCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use: "export FOLDER",
		Short: "Write every quilt, what was tallied of it and the cloth on the shelf to files, from a damaged database " +
			"what can still be read",
		Args: cobra.ExactArgs(1), RunE: func(c *cobra.Command, args []string) error {
			if err := os.MkdirAll(args[0], 0o700); err != nil {
				return fmt.Errorf("make room for the export: %w", err)
			}
			e := export{folder: args[0], names: map[string]bool{listFile: true, clothFile: true}}
			pieces, missing, err := store.Salvage(c.Context(), data, e.quilt)
			for _, one := range missing {
				e.gap("%s", one)
			}
			e.cloth(pieces)
			writeLines(&e, listFile, e.list)
			return errors.Join(e.ends(c.OutOrStdout(), data), err)
		},
	}
	dataFlag(c, &data)
	return c
}

// export is one that is being written. What stands in the way of a part of it is kept for its end, and it goes on.
type export struct {
	folder string
	names  map[string]bool
	list   []listed
	gaps   []string
	files  int
}

func (e *export) gap(says string, args ...any) { e.gaps = append(e.gaps, fmt.Sprintf(says, args...)) }

// quilt writes a quilt as a project file, and what was tallied of it beside that.
func (e *export) quilt(q store.Saved) error {
	for _, one := range q.Missing {
		e.gap("%.80q: %s", q.ID, one)
	}
	name := e.name(q.ID)
	one := listed{ID: q.ID}
	if q.Document != "" && e.write(name+".vicis.json", []byte(q.Document)) {
		one.File = name + ".vicis.json"
	}
	if len(q.Events) > 0 && writeLines(e, name+".tally.jsonl", q.Events) {
		one.Tally = name + ".tally.jsonl"
	}
	if len(q.Plans) > 1 && writeLines(e, name+".plans.jsonl", q.Plans) {
		one.Plans = name + ".plans.jsonl"
	}
	if one.File+one.Tally != "" {
		e.list = append(e.list, one)
	}
	return nil
}

// cloth writes the cloth on the shelf.
func (e *export) cloth(list []store.Cloth) {
	pieces := make([]cloth.Lain, 0, len(list))
	for _, c := range list {
		h := cloth.Lain{Holding: cloth.Holding{ID: c.ID}}
		if err := json.Unmarshal([]byte(c.Piece), &h); err != nil {
			e.gap("the cloth %.80q: %v", c.ID, err)
			continue
		}
		pieces = append(pieces, h)
	}
	writeLines(e, clothFile, pieces)
}

// mostName is how long a file may be called after its quilt.
const mostName = 64

// name is what the files of a quilt are called: as it is, where that is a name for a file, and no two alike.
func (e *export) name(id string) string {
	safe := strings.Map(func(r rune) rune {
		if strings.ContainsRune("abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789_-", r) {
			return r
		}
		return '_'
	}, id)
	safe = "quilt"[:max(0, 5-5*len(safe))] + safe[:min(len(safe), mostName)]
	name := safe
	for n := 2; e.names[strings.ToLower(name)]; n++ { // there are systems where large letters are small ones
		name = fmt.Sprintf("%s-%d", safe, n)
	}
	e.names[strings.ToLower(name)] = true
	return name
}

// writeLines writes values as lines of JSON; no file where there are none.
func writeLines[T any](e *export, name string, list []T) bool {
	if len(list) == 0 {
		return false
	}
	var lines bytes.Buffer
	enc := json.NewEncoder(&lines)
	for _, one := range list {
		if err := enc.Encode(one); err != nil {
			e.gap("%s: %v", name, err)
		}
	}
	return e.write(name, lines.Bytes())
}

// write writes a new file; none is replaced.
func (e *export) write(name string, data []byte) bool {
	f, err := os.OpenFile(filepath.Join(e.folder, name), os.O_WRONLY|os.O_CREATE|os.O_EXCL, 0o600)
	if err == nil {
		_, err = f.Write(data)
		err = errors.Join(err, f.Sync(), f.Close())
	}
	if err != nil {
		e.gap("%v", err)
		return false
	}
	e.files++
	return true
}

// ends says what could not be read or written.
func (e *export) ends(out io.Writer, data string) error {
	if len(e.gaps) == 0 {
		fmt.Fprintf(out, "Every quilt at its newest revision, what was tallied and the cloth on the shelf are in %s\n", e.folder)
		return nil
	}
	fmt.Fprintf(out, "%d files are in %s. Not read or not written:\n", e.files, e.folder)
	for _, one := range e.gaps {
		fmt.Fprintf(out, "  %s\n", one)
	}
	return fmt.Errorf("not everything of %s is in %s", data, e.folder)
}

func importCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use: "import FOLDER",
		Short: "Put what was exported to a folder into a database: quilts that are not there yet, and of every one what " +
			"was tallied and is not there yet",
		Args: cobra.ExactArgs(1), RunE: func(c *cobra.Command, args []string) (err error) {
			s, err := store.Open(c.Context(), data)
			if err != nil {
				return err
			}
			defer func() { err = errors.Join(err, s.Close()) }()
			return imported(c.Context(), s, args[0], c.OutOrStdout())
		},
	}
	dataFlag(c, &data)
	return c
}

// imported reads an export back. What cannot be read is said, and the rest goes in: what is there already stays as it is.
func imported(ctx context.Context, s *store.Store, folder string, out io.Writer) error {
	gaps := 0
	gap := func(says string, args ...any) {
		gaps++
		fmt.Fprintf(out, says+"\n", args...)
	}
	quilts, events, pieces := 0, 0, 0
	err := eachLine(folder, listFile, gap, func(line []byte) error {
		q, err := strict.Read[listed](line)
		if err != nil {
			return err
		}
		in := inward{ctx: ctx, store: s, folder: folder, gap: gap, listed: q}
		switch err := in.quilt(); {
		case errors.Is(err, store.ErrExists):
			fmt.Fprintf(out, "%s is there already, and stays as it is\n", q.ID)
		case err != nil:
			return err
		case q.File != "":
			quilts++
		}
		err = in.tally()
		events += in.events
		return err
	})
	if err != nil {
		return err
	}
	if _, err := os.Stat(filepath.Join(folder, clothFile)); err == nil {
		err = eachLine(folder, clothFile, gap, func(line []byte) error {
			h, err := strict.Read[cloth.Lain](line)
			if err == nil {
				err = s.PutCloth(ctx, h.ID, string(line), "", time.Now())
			}
			if err == nil {
				pieces++
			}
			return err
		})
		if err != nil {
			return err
		}
	}
	fmt.Fprintf(out, "%d quilts, %d tallies and %d pieces of cloth are in\n", quilts, events, pieces)
	if gaps > 0 {
		return fmt.Errorf("not everything of %s could be read: what is named above", folder)
	}
	return nil
}

// eventOf reads one line of what was tallied.
func eventOf(line []byte) (record.Event, error) {
	e, err := strict.Read[record.Event](line)
	if says := e.Check(); err == nil && says != "" {
		err = errors.New(says)
	}
	return e, err
}

// eventsOf reads what was tallied of a quilt; every line of it must be one.
func eventsOf(path string) (list []record.Event, err error) {
	var wrong []error
	err = eachLine(filepath.Dir(path), filepath.Base(path), func(says string, args ...any) {
		wrong = append(wrong, fmt.Errorf(says, args...))
	}, func(line []byte) error {
		e, err := eventOf(line)
		list = append(list, e)
		return err
	})
	return list, errors.Join(append(wrong, err)...)
}

// inward is one quilt that is read back.
type inward struct {
	listed

	ctx    context.Context
	store  *store.Store
	folder string
	gap    func(string, ...any)
	plans  []store.Planning // that are still to come
	events int
}

// quilt puts it into a database that has none of its id: as it is, or as it came to be. One that was begun to be read
// back is gone on with.
func (in *inward) quilt() error {
	if in.File == "" {
		return nil
	}
	if filepath.Base(in.File) != in.File {
		return fmt.Errorf("%q lies in another folder", in.File)
	}
	text, err := os.ReadFile(filepath.Join(in.folder, in.File))
	if err != nil {
		return err
	}
	if in.Plans != "" {
		if err := eachLine(in.folder, in.Plans, in.gap, func(line []byte) error {
			p, err := strict.Read[store.Planning](line)
			in.plans = append(in.plans, p)
			return err
		}); err != nil {
			return err
		}
	}
	first := string(text)
	if len(in.plans) > 0 {
		first = in.plans[0].Document
	}
	for _, one := range []string{first, string(text)} {
		if _, problems := document.Stored(one); problems.Has(document.Unreadable) {
			return fmt.Errorf("%s: %s", in.File, problems[0].Says)
		}
	}
	_, err = in.store.Create(in.ctx, in.ID, first, time.Now())
	if errors.Is(err, store.ErrExists) && len(in.plans) > 0 {
		have, readErr := in.store.Newest(in.ctx, in.ID)
		for readErr == nil && len(in.plans) > 0 && in.plans[0].Rev <= have.Rev {
			text, err := in.store.Document(in.ctx, in.ID, in.plans[0].Rev)
			if err != nil || in.plans[0].Document != "" && text != in.plans[0].Document {
				in.plans = nil // it was changed otherwise here
				break
			}
			in.plans = in.plans[1:]
		}
		if len(in.plans) > 0 && readErr == nil {
			return nil
		}
	} else if len(in.plans) > 0 {
		in.plans = in.plans[1:]
	}
	return err
}

// tally puts in what was tallied, and every change of plan where it came.
func (in *inward) tally() error {
	n := 0
	if in.Tally != "" {
		if err := eachLine(in.folder, in.Tally, in.gap, func(line []byte) error {
			if err := in.until(n); err != nil {
				in.gap("%s before line %d: %v", in.Plans, n+1, err)
			}
			n++
			e, err := eventOf(line)
			if err == nil {
				err = in.store.Append(in.ctx, in.ID, []record.Event{e}, time.Now())
			}
			if err == nil {
				in.events++
			}
			return err
		}); err != nil {
			return err
		}
	}
	return in.until(math.MaxInt)
}

// until plans as was planned after so many events at most.
func (in *inward) until(n int) (err error) {
	for len(in.plans) > 0 && in.plans[0].After <= n && err == nil {
		if p := in.plans[0]; p.Document == "" {
			_, err = in.store.Anew(in.ctx, in.ID, time.Now())
		} else {
			_, err = in.store.Save(in.ctx, in.ID, p.Rev-1, p.Document, time.Now())
		}
		in.plans = in.plans[1:]
	}
	return err
}

// eachLine reads a file of lines; of one that cannot be read it says which, and goes on.
func eachLine(folder, name string, gap func(string, ...any), do func(line []byte) error) (err error) {
	if filepath.Base(name) != name {
		gap("%q lies in another folder", name)
		return nil
	}
	f, err := os.Open(filepath.Join(folder, name))
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, f.Close()) }()
	lines := bufio.NewReader(f)
	for n := 1; ; n++ {
		line, err := lines.ReadBytes('\n')
		if line = bytes.TrimSpace(line); len(line) > 0 {
			if err := do(line); err != nil {
				gap("%s, line %d: %v", name, n, err)
			}
		}
		if errors.Is(err, io.EOF) {
			return nil
		} else if err != nil {
			return err
		}
	}
}
