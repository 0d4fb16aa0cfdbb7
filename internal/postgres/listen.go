package postgres

import (
	"context"
	"fmt"
	"log/slog"
	"time"

	"github.com/jackc/pgx/v5"
)

// Listen calls told with every change until the context ends, over one connection of its
// own. When that connection is lost it is made again, and told("") says that changes may
// have been missed.
func Listen(ctx context.Context, url string, told func(change string)) {
	for wait := 100 * time.Millisecond; ctx.Err() == nil; wait = min(wait*2, 3*time.Second) {
		err := listen(ctx, url, func(change string) {
			wait = 100 * time.Millisecond
			told(change)
		})
		if ctx.Err() != nil {
			return
		}
		slog.WarnContext(ctx, "listening for changes was interrupted", "err", err)
		select {
		case <-ctx.Done():
		case <-time.After(wait):
		}
	}
}

func listen(ctx context.Context, url string, told func(string)) error {
	conn, err := pgx.Connect(ctx, url)
	if err != nil {
		return fmt.Errorf("connecting: %w", err)
	}
	defer conn.Close(context.WithoutCancel(ctx))
	if _, err := conn.Exec(ctx, `listen changes`); err != nil {
		return fmt.Errorf("listening: %w", err)
	}
	told("")
	for {
		n, err := conn.WaitForNotification(ctx)
		if err != nil {
			return err
		}
		told(n.Payload)
	}
}
