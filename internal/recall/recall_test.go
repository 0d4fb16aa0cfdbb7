package recall_test

import (
	"context"
	"errors"
	"sync/atomic"
	"testing"
	"testing/synctest"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/recall"
)

func TestReadOnceForAllWhoAsk(t *testing.T) {
	synctest.Test(t, func(t *testing.T) {
		var reads atomic.Int32
		v := recall.Of(time.Now, func(context.Context) (int32, time.Duration, error) {
			time.Sleep(time.Second)
			return reads.Add(1), time.Minute, nil
		})
		got := make(chan int32, 20)
		for range cap(got) {
			go func() {
				n, err := v.Get(t.Context())
				assert.NoError(t, err)
				got <- n
			}()
		}
		for range cap(got) {
			assert.EqualValues(t, 1, <-got)
		}
		time.Sleep(time.Minute)
		n, err := v.Get(t.Context())
		require.NoError(t, err)
		assert.EqualValues(t, 2, n, "old by now")
	})
}

func TestForgottenWhileItIsRead(t *testing.T) {
	synctest.Test(t, func(t *testing.T) {
		said := "Ida is a mechanic"
		v := recall.Of(time.Now, func(context.Context) (string, time.Duration, error) {
			read := said
			time.Sleep(time.Second)
			return read, recall.Forever, nil
		})
		go v.Get(t.Context()) //nolint:errcheck // only to have it read
		synctest.Wait()
		said = "Ida has left"
		v.Forget()
		now, err := v.Get(t.Context())
		require.NoError(t, err)
		assert.Equal(t, said, now, "not what was on its way")
		synctest.Wait()
		now, _ = v.Get(t.Context())
		assert.Equal(t, said, now, "nor may that stay")
	})
}

func TestWhoGoesAwaySpoilsNothing(t *testing.T) {
	synctest.Test(t, func(t *testing.T) {
		away := errors.New("the database is away")
		fails := true
		v := recall.Of(time.Now, func(ctx context.Context) (int, time.Duration, error) {
			time.Sleep(time.Second)
			if fails {
				return 0, 0, away
			}
			return 7, recall.Forever, ctx.Err()
		})
		_, err := v.Get(t.Context())
		require.ErrorIs(t, err, away)

		fails = false
		short, stop := context.WithTimeout(t.Context(), time.Millisecond)
		defer stop()
		_, err = v.Get(short)
		require.ErrorIs(t, err, context.DeadlineExceeded)
		n, err := v.Get(t.Context()) // joins the reading that the first began
		require.NoError(t, err)
		assert.Equal(t, 7, n)
	})
}
