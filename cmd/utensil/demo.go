package main

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"time"

	"github.com/spf13/cobra"

	"utensil/internal/localdb"
	"utensil/internal/postgres"
	"utensil/internal/scene"
	"utensil/internal/standin"
)

func demoCommand() *cobra.Command {
	var o options
	var data string
	var fresh bool
	var on string
	c := &cobra.Command{
		Use: "demo", Short: "Serve a made-up workshop from a private PostgreSQL",
		RunE: func(c *cobra.Command, _ []string) error {
			if on != "" {
				then, err := time.Parse(time.RFC3339, on)
				if !fresh {
					return errors.New("--on tells the demo anew: give --fresh with it")
				}
				if err != nil {
					return fmt.Errorf("--on %q: write it as 2026-10-07T10:40:00Z", on)
				}
				o.ahead = time.Until(then).Truncate(time.Second)
			}
			if data == "" {
				data = demoFolder()
			}
			if fresh {
				if err := empty(data); err != nil {
					return err
				}
			}
			return demo(c.Context(), data, o)
		},
	}
	o.flags(c, "127.0.0.1:8080")
	c.Flags().StringVar(&data, "data", "", "folder of the demo's records")
	c.Flags().StringVar(&on, "on", "", "with --fresh: tell it as of another day, such as "+
		"2026-10-07T10:40:00Z, and go on from there")
	c.Flags().BoolVar(&fresh, "fresh", false, "start from fresh demo data")
	return c
}

// demoFolder is where the demo keeps its records. Root's home is closed to the unprivileged
// user PostgreSQL then runs as.
func demoFolder() string {
	if os.Geteuid() == 0 {
		return "/var/lib/utensil-demo"
	}
	if cache, err := os.UserCacheDir(); err == nil {
		return filepath.Join(cache, "utensil-demo")
	}
	return ".demo"
}

// empty removes a demo folder, and nothing that is not one.
func empty(folder string) error {
	entries, err := os.ReadDir(folder)
	if errors.Is(err, os.ErrNotExist) || err == nil && len(entries) == 0 {
		return nil
	}
	if err != nil {
		return err
	}
	if _, err := os.Stat(filepath.Join(folder, "data", "PG_VERSION")); err != nil {
		return fmt.Errorf("%s does not hold a demo; it is left alone", folder)
	}
	if err := localdb.Free(folder); err != nil {
		return err
	}
	return os.RemoveAll(folder)
}

func demo(ctx context.Context, folder string, o options) (err error) {
	db, err := localdb.Start(ctx, folder)
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, db.Close()) }()
	// What is told before anybody works need not be on the disk line by line: half told, it is told anew.
	if err := furnish(ctx, db.URL+"&synchronous_commit=off", o); err != nil {
		return err
	}
	if o.smtp == "" {
		box, failed := standin.NewMailbox()
		if failed != nil {
			return failed
		}
		defer func() { err = errors.Join(err, box.Close()) }()
		o.smtp, o.from, o.letters = box.Address, "bench@netloft.invalid", box.Letters
	}
	if o.wrench == "" {
		o.supplier = standin.Supplier{}
		wrench, failed := standin.NewWrench(scene.ConnectedWrench, o.now().AddDate(0, -4, 0).Format(time.DateOnly))
		if failed != nil {
			return failed
		}
		defer func() { err = errors.Join(err, wrench.Close()) }()
		o.wrench, o.pull = wrench.Address, func(nm float64, trick string) error {
			return wrench.Pull(nm, standin.Trick(trick))
		}
	}
	o.loopback = true
	return serve(ctx, db.URL, o, func(address string) {
		fmt.Printf("\nUtensil is at http://%s\n\nSign in as:\n", address)
		for _, line := range scene.SignIns() {
			fmt.Println("  " + line)
		}
		fmt.Println("\nStop with Ctrl-C. Records stay in", folder, "until you start with --fresh.")
	})
}

// furnish tells the scene into a database that is still empty.
func furnish(ctx context.Context, url string, o options) error {
	store, err := postgres.Open(url)
	if err != nil {
		return err
	}
	defer store.Close()
	if err := store.Migrate(ctx); err != nil {
		return err
	}
	settings, err := store.Settings(ctx)
	if err != nil || settings.Version > 1 {
		return err
	}
	if staff, err := store.Staff(ctx); err != nil || len(staff) > 0 {
		return errors.Join(err, errors.New("the demo's records were left half made: start with --fresh"))
	}
	book, err := o.book()
	if err != nil {
		return err
	}
	fmt.Println("Telling the scene: two years of Marrowick's bikes …")
	return scene.Build(ctx, store, book, o.now().Truncate(time.Minute))
}
