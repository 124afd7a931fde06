package store

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"
)

// How daily backups are called and how many of them are kept.
const (
	daily     = "vicis-2006-01-02.db"
	mostDaily = 7
)

// Daily backs up into a folder once a day: where today's copy is there nothing is done. Of the copies that are called
// like it the seven newest stay; one goes only after a newer one is whole. Any other file is left alone.
func (s *Store) Daily(ctx context.Context, folder string, now time.Time) error {
	if err := os.MkdirAll(folder, 0o700); err != nil {
		return fmt.Errorf("daily backup: %w", err)
	}
	if err := swept(folder, now); err != nil {
		return fmt.Errorf("daily backup: %w", err)
	}
	path := filepath.Join(folder, now.Format(daily))
	if _, err := os.Stat(path); err == nil {
		return nil
	}
	if err := s.Backup(ctx, path); err != nil {
		return fmt.Errorf("daily backup: %w", err)
	}
	entries, err := os.ReadDir(folder) // in the order of their names, which is that of their days
	if err != nil {
		return fmt.Errorf("daily backup: %w", err)
	}
	entries = slices.DeleteFunc(entries, func(e os.DirEntry) bool {
		_, err := time.Parse(daily, e.Name())
		return err != nil || !e.Type().IsRegular()
	})
	for _, old := range entries[:max(0, len(entries)-mostDaily)] {
		err = errors.Join(err, os.Remove(filepath.Join(folder, old.Name())))
	}
	return err
}

// swept takes away what backups left behind that were killed: nothing else is called like it, and one that still runs
// is younger than an hour.
func swept(folder string, now time.Time) error {
	entries, err := os.ReadDir(folder)
	if err != nil {
		return err
	}
	for _, e := range entries {
		info, failed := e.Info()
		if failed != nil || !e.IsDir() || !strings.HasPrefix(e.Name(), unfinished) || now.Sub(info.ModTime()) < time.Hour {
			continue
		}
		err = errors.Join(err, os.RemoveAll(filepath.Join(folder, e.Name())))
	}
	return err
}
