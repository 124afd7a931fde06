package main

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"reflect"
	"strings"
	"testing"
	"time"

	"vicis/core/document"
	"vicis/core/record"
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
	for _, none := range []string{"AB\n", strings.Repeat("\x00", 40), strings.Repeat("-", 40), " - - - - - - - -", "ABCD-EFGH-JK!!"} {
		if err := os.WriteFile(data+".key", []byte(none), 0o600); err != nil {
			t.Fatal(err)
		}
		if anew, err := keyBeside(data); err != nil || anew == strings.TrimSpace(none) || anew == first || !isKey.MatchString(anew) {
			t.Errorf("%q became %q, %v", none, anew, err)
		}
	}
	own := "my own key of 2026"
	if err := os.WriteFile(data+".key", []byte(own+"\n"), 0o600); err != nil {
		t.Fatal(err)
	}
	if kept, err := keyBeside(data); err != nil || kept != own {
		t.Errorf("one's own: %q, %v", kept, err)
	}
}

// Where nobody would be let in the server does not open.
func TestItOpensWhereSomebodyIsLetIn(t *testing.T) {
	c := command()
	c.SetArgs([]string{"serve", "--listen", "127.0.0.2:0", "--data", filepath.Join(t.TempDir(), "vicis.db")})
	c.SetOut(io.Discard)
	if err := c.ExecuteContext(context.Background()); err == nil || !strings.Contains(err.Error(), "write 127.0.0.1") {
		t.Errorf("%v", err)
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

// filled is a new database with the made-up quilts in it.
func filled(t *testing.T, data string) (*store.Store, []store.Quilt) {
	t.Helper()
	s, err := store.Open(context.Background(), data)
	if err != nil {
		t.Fatal(err)
	}
	if err := demo.Fill(context.Background(), s); err != nil {
		t.Fatal(err)
	}
	quilts, err := s.Quilts(context.Background())
	if err != nil {
		t.Fatal(err)
	}
	return s, quilts
}

// Every quilt of a database, what was tallied of it and the cloth on the shelf go out to files, and nothing is replaced
// there.
func TestCheckAndExport(t *testing.T) {
	ctx := context.Background()
	folder := t.TempDir()
	data, into := filepath.Join(folder, "vicis.db"), filepath.Join(folder, "out")
	s, quilts := filled(t, data)
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
	before, err := os.ReadFile(filepath.Join(into, demo.JustPlanned+".vicis.json"))
	if err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(filepath.Join(into, "cloth.jsonl"), []byte("mine"), 0o600); err != nil {
		t.Fatal(err)
	}
	if err := run("export", "--data", data, into); err == nil {
		t.Error("files that are there were replaced without a word")
	}
	if after, err := os.ReadFile(filepath.Join(into, "cloth.jsonl")); err != nil || string(after) != "mine" ||
		len(before) == 0 {
		t.Errorf("a file that was there was replaced: %q, %v", after, err)
	}
	if err := os.WriteFile(data, []byte("torn"), 0o600); err != nil {
		t.Fatal(err)
	}
	if err := run("check", "--data", data); err == nil {
		t.Error("a torn file is whole")
	}
}

// What is exported is read back, once however often: the same quilts, tallies and cloth, of a database where ids are
// what another program made of them as well, and past what cannot be read, which is said at the end.
func TestAnExportIsReadBack(t *testing.T) {
	ctx := context.Background()
	folder := t.TempDir()
	data, into, again := filepath.Join(folder, "vicis.db"), filepath.Join(folder, "deep", "out"), filepath.Join(folder, "again.db")
	s, quilts := filled(t, data)
	odd := []string{"../../outside", "a/b", "A/B", "a_b", "", strings.Repeat("long", 100), "CON\x00"}
	for _, id := range odd {
		if _, err := s.Create(ctx, id, quilts[0].Document, time.Now()); err != nil {
			t.Fatal(err)
		}
		if err := s.Append(ctx, id, []record.Event{{ID: "event-of-" + id, Step: "x", Kind: record.Made, N: 1}}, time.Now()); err != nil {
			t.Fatal(err)
		}
	}
	if err := s.PutCloth(ctx, "broken-cloth", "{", "", time.Now()); err != nil {
		t.Fatal(err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	var said strings.Builder
	run := func(args ...string) error {
		said.Reset()
		c := command()
		c.SetArgs(args)
		c.SetOut(&said)
		return c.ExecuteContext(ctx)
	}
	if err := run("export", "--data", data, into); err == nil || !strings.Contains(said.String(), "broken-cloth") {
		t.Errorf("a piece of cloth that cannot be read: %v in %s", err, said.String())
	}
	if list, err := os.ReadDir(folder); err != nil || len(list) > 5 {
		t.Errorf("something lies outside: %v, %v", list, err)
	}
	// a line that is torn, and one of an event that is no event
	lines := filepath.Join(into, "demo-boat-shed"+".tally.jsonl")
	text, err := os.ReadFile(lines)
	if err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(lines, append([]byte("{\"id\":\n{\"id\":\"x\",\"ID\":\"y\"}\n"), text...), 0o600); err != nil {
		t.Fatal(err)
	}
	for range 2 {
		err := run("import", "--data", again, into)
		if err == nil || strings.Count(said.String(), "tally.jsonl, line") != 2 {
			t.Errorf("read back: %v in %s", err, said.String())
		}
	}
	// The plan of what was exported, and what is still to cut of it.
	planned := func(args ...string) string {
		said.Reset()
		if err := run(append([]string{"plan"}, args...)...); err != nil {
			t.Fatal(err)
		}
		return said.String()
	}
	file, tally := filepath.Join(into, "demo-boat-shed.vicis.json"), filepath.Join(folder, "tally.jsonl")
	if err := os.WriteFile(tally, text, 0o600); err != nil {
		t.Fatal(err)
	}
	all, rest := planned(file), planned("--from", tally, file)
	// Of the border no strip is cut yet: ½″ and seven of 3½″.
	if !strings.Contains(all, "Drizzle: 63″ of cloth") || !strings.Contains(rest, "Slipway: 25″ of cloth, buy ¾ yd") ||
		strings.Contains(rest, "Drizzle: 63″") {
		t.Errorf("the rest:\n%s", rest)
	}
	// The sheet of what is still to do: of the cutting the strips of the border alone, and then what is still to sew.
	told := func(args ...string) string {
		said.Reset()
		if err := run(append([]string{"sheet"}, args...)...); err != nil {
			t.Fatal(err)
		}
		return said.String()
	}
	rest = told("--from", tally, file)
	if strips := strings.Count(rest, " Cut "); strips != 1 || !strings.Contains(rest, " Cut 7 strips 3½″ wide.") ||
		!strings.Contains(rest, " Sew the border, sides: 2 seams.") || strings.Count(told(file), " Cut ") < 5 {
		t.Errorf("what is still to do:\n%s", rest)
	}
	if err := run("plan", "--from", lines, file); err == nil || !strings.Contains(err.Error(), "tally.jsonl, line 1") {
		t.Errorf("a torn line: %v", err)
	}
	holds := func(path string) (all []string) {
		if _, _, err := store.Salvage(ctx, path, func(q store.Saved) error {
			all = append(all, q.ID+q.Document)
			for _, e := range q.Events {
				line, err := json.Marshal(e)
				if err != nil {
					t.Fatal(err)
				}
				all = append(all, string(line))
			}
			return nil
		}); err != nil {
			t.Fatal(err)
		}
		return all
	}
	was, is := holds(data), holds(again)
	for i := range was {
		if len(was) != len(is) || was[i] != is[i] {
			t.Fatalf("%d and %d; of them %.200s became %.200s", len(was), len(is), was[i], is[min(i, len(is)-1)])
		}
	}
}

// A quilt that was changed while it was made is read back as it came to be: every revision after the tallies it came
// after, its cutting planned from where it was; read back twice it is there once, and one that was begun is gone on with.
func TestAHistoryIsReadBack(t *testing.T) {
	ctx := context.Background()
	folder := t.TempDir()
	data, into, again := filepath.Join(folder, "vicis.db"), filepath.Join(folder, "out"), filepath.Join(folder, "again.db")
	docs, err := demo.Documents()
	if err != nil {
		t.Fatal(err)
	}
	d := docs[demo.InTheMiddle]
	text := func(rows int) string {
		d.Top.Rows = rows
		out, err := document.Write(d)
		if err != nil {
			t.Fatal(err)
		}
		return string(out)
	}
	s, err := store.Open(ctx, data)
	if err != nil {
		t.Fatal(err)
	}
	n := 0
	tell := func(s *store.Store, rev int) {
		n++
		e := record.Event{ID: fmt.Sprintf("event-%04d", n), Step: "x", Kind: record.Made, N: n, Rev: rev}
		if err := s.Append(ctx, "quilt-one", []record.Event{e}, time.Now()); err != nil {
			t.Fatal(err)
		}
	}
	save := func(rev, rows int) {
		if _, err := s.Save(ctx, "quilt-one", rev, text(rows), time.Now()); err != nil {
			t.Fatal(err)
		}
	}
	if _, err := s.Create(ctx, "quilt-one", text(4), time.Now()); err != nil {
		t.Fatal(err)
	}
	save(1, 5)
	tell(s, 2)
	tell(s, 2)
	save(2, 6)
	tell(s, 3)
	if _, err := s.Anew(ctx, "quilt-one", time.Now()); err != nil {
		t.Fatal(err)
	}
	tell(s, 3)
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	run := func(args ...string) {
		t.Helper()
		c := command()
		c.SetArgs(args)
		c.SetOut(io.Discard)
		if err := c.ExecuteContext(ctx); err != nil {
			t.Fatal(err)
		}
	}
	holds := func(path string) (all store.Saved) {
		if _, missing, err := store.Salvage(ctx, path, func(q store.Saved) error { all = q; return nil }); err != nil ||
			len(missing) > 0 {
			t.Fatal(missing, err)
		}
		return all
	}
	run("export", "--data", data, into)
	first := holds(data)
	if rev := first.Plans[len(first.Plans)-1]; len(first.Plans) != 4 || rev.Rev != 3 || rev.After != 3 {
		t.Errorf("%d plans, the last after %d", len(first.Plans), rev.After)
	}
	b, err := store.Open(ctx, again) // begun to be read back, and killed after its first revision
	if err != nil {
		t.Fatal(err)
	}
	if _, err := b.Create(ctx, "quilt-one", text(4), time.Now()); err != nil {
		t.Fatal(err)
	}
	if err := b.Close(); err != nil {
		t.Fatal(err)
	}
	for range 2 {
		run("import", "--data", again, into)
		if second := holds(again); !reflect.DeepEqual(first, second) {
			t.Errorf("read back it came to be otherwise: %+v, it was %+v", second.Plans, first.Plans)
		}
	}
}
