// Command vicis plans repeated-unit quilts and tallies what is made at the machine.
package main

import (
	"context"
	"fmt"
	"os"
	"os/signal"
	"syscall"
)

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	if err := command().ExecuteContext(ctx); err != nil {
		fmt.Fprintln(os.Stderr, "vicis:", err)
		stop()
		os.Exit(1) //nolint:gocritic // stop has run
	}
}
