package localdb

import (
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"strings"
	"syscall"
)

// Busy is the refusal of a folder that another process uses.
type Busy struct {
	Folder  string
	Process string // its id; "" when it cannot be read
}

func (b *Busy) Error() string {
	return fmt.Sprintf("another run (process %s) is using %s: stop that one first, or give this one a "+
		"folder of its own with "+
		"--data", b.Process,
		b.Folder)
}

// hold takes a folder for this process, until what it returns is closed or the process ends, however it ends.
// It fails, with a *Busy, when another process has it.
func hold(folder string) (*os.File, error) {
	f, err := os.OpenFile(filepath.Join(folder, "lock"), os.O_RDWR|os.O_CREATE, 0o644)
	if err != nil {
		return nil, err
	}
	if err := syscall.Flock(int(f.Fd()), syscall.LOCK_EX|syscall.LOCK_NB); err != nil {
		pid, _ := io.ReadAll(f)
		return nil, errors.Join(&Busy{folder, strings.TrimSpace(string(pid))}, f.Close())
	}
	if err := errors.Join(f.Truncate(0), write(f)); err != nil {
		return nil, errors.Join(err, f.Close())
	}
	return f, nil
}

func write(f *os.File) error {
	_, err := fmt.Fprintf(f, "%d\n", os.Getpid())
	return err
}

// Free says whether nobody uses a folder; the error is a *Busy when somebody does.
func Free(folder string) error {
	if _, err := os.Stat(filepath.Join(folder, "lock")); errors.Is(err, os.ErrNotExist) {
		return nil
	}
	f, err := hold(folder)
	if err != nil {
		return err
	}
	return f.Close()
}
