// Command utensil runs the bench companion of a bicycle workshop.
package main

import (
	"context"
	"fmt"
	"log/slog"
	"os"
	"os/signal"
	"runtime/debug"
	"syscall"
	_ "time/tzdata" // the shop's time zone, whatever the machine has

	"github.com/spf13/cobra"
)

// A server holds little and throws much away: memory may grow to two and a half times what is
// held before it is swept. Whoever sets GOGC decides otherwise.
const sweepAt = 150

func main() {
	if os.Getenv("GOGC") == "" {
		debug.SetGCPercent(sweepAt)
	}
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	if err := root().ExecuteContext(ctx); err != nil {
		fmt.Fprintln(os.Stderr, "utensil:", err)
		os.Exit(1)
	}
}

func root() *cobra.Command {
	var verbose bool
	c := &cobra.Command{
		Use: "utensil", Short: "The bench companion of a bicycle workshop",
		SilenceUsage: true, SilenceErrors: true, Version: version(),
		PersistentPreRun: func(*cobra.Command, []string) {
			level := slog.LevelInfo
			if verbose {
				level = slog.LevelDebug
			}
			slog.SetDefault(slog.New(slog.NewJSONHandler(os.Stderr, &slog.HandlerOptions{Level: level})))
		},
	}
	c.PersistentFlags().BoolVarP(&verbose, "verbose", "v", false, "log every request")
	c.AddCommand(serveCommand(), demoCommand(), migrateCommand(), staffCommand(), admitCommand(), openapiCommand())
	return c
}

// version is of the build: the tag or the commit that it was built from.
func version() string {
	if info, ok := debug.ReadBuildInfo(); ok && info.Main.Version != "" {
		return info.Main.Version
	}
	return "development"
}
