package main

import (
	"os"
	"path/filepath"
	"testing"
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
