package main

import (
	"context"
	"encoding/json"
	"errors"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"vicis/demo"
	"vicis/store"
)

// A key is made once and stays: a tablet that has shown it need not again. One cut short is made anew.
func TestAKeyIsMadeOnce(t *testing.T) {
	data := filepath.Join(t.TempDir(), "vicis.db")
	first, err := keyBeside(data)
	if err != nil {
		t.Fatal(err)
	}
	if again, err := keyBeside(data); err != nil || again != first {
		t.Errorf("%q, then %q, %v", first, again, err)
	}
	if info, err := os.Stat(data + ".key"); err != nil || info.Mode().Perm() != 0o600 {
		t.Errorf("%v, %v", info, err)
	}
	if err := os.WriteFile(data+".key", []byte("AB\n"), 0o600); err != nil {
		t.Fatal(err)
	}
	if anew, err := keyBeside(data); err != nil || anew == "AB" || anew == first {
		t.Errorf("%q, %v", anew, err)
	}
}

func TestWhereItIsOpen(t *testing.T) {
	for addr, want := range map[string]string{
		"127.0.0.1:8337": "127.0.0.1:8337", "[::]:8337": "127.0.0.1:8337", "0.0.0.0:80": "127.0.0.1:80",
		"192.0.2.7:8337": "192.0.2.7:8337",
	} {
		if got := openAt(addr); got != want {
			t.Errorf("%s: %s, not %s", addr, got, want)
		}
	}
}

// Every quilt of a database, what was tallied of it and the cloth on the shelf go out to files, and nothing is replaced
// there.
func TestCheckAndExport(t *testing.T) {
	ctx := context.Background()
	folder := t.TempDir()
	data, into := filepath.Join(folder, "vicis.db"), filepath.Join(folder, "out")
	s, err := store.Open(ctx, data)
	if err != nil {
		t.Fatal(err)
	}
	if err := demo.Fill(ctx, s); err != nil {
		t.Fatal(err)
	}
	quilts, err := s.Quilts(ctx)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	run := func(args ...string) error {
		c := command()
		c.SetArgs(args)
		c.SetOut(io.Discard)
		return c.ExecuteContext(ctx)
	}
	if err := run("check", "--data", data); err != nil {
		t.Error(err)
	}
	if err := run("export", "--data", data, into); err != nil {
		t.Fatal(err)
	}
	for _, q := range quilts {
		text, err := os.ReadFile(filepath.Join(into, q.ID+".vicis.json"))
		if err != nil || string(text) != q.Document {
			t.Errorf("%s: %v", q.ID, err)
		}
	}
	for _, name := range []string{demo.JustPlanned + ".tally.jsonl", "demo-boat-shed.tally.jsonl", "cloth.jsonl"} {
		text, err := os.ReadFile(filepath.Join(into, name))
		if name == demo.JustPlanned+".tally.jsonl" {
			if !errors.Is(err, fs.ErrNotExist) {
				t.Errorf("%s: of a quilt of which nothing was tallied: %v", name, err)
			}
			continue
		}
		for line := range strings.Lines(string(text)) {
			if !json.Valid([]byte(line)) {
				t.Errorf("%s: %q", name, line)
			}
		}
		if err != nil || len(text) == 0 {
			t.Errorf("%s: %v", name, err)
		}
	}
	if err := run("export", "--data", data, into); !errors.Is(err, fs.ErrExist) {
		t.Errorf("files that are there were replaced: %v", err)
	}
	if err := os.WriteFile(data, []byte("torn"), 0o600); err != nil {
		t.Fatal(err)
	}
	if err := run("check", "--data", data); err == nil {
		t.Error("a torn file is whole")
	}
}
