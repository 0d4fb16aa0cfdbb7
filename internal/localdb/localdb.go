// Package localdb runs a private PostgreSQL on loopback for the demo and the tests. It uses
// the server that Debian installs, keeps its data in one folder, and stops it again.
package localdb

import (
	"bytes"
	"context"
	"crypto/rand"
	"errors"
	"fmt"
	"net"
	"os"
	"os/exec"
	"os/user"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"syscall"
	"time"

	"github.com/jackc/pgx/v5"
)

// Server is a running PostgreSQL.
type Server struct {
	URL string // where its database is

	bin, folder, data string
	settings          []string
	as                *syscall.Credential
	port              int
	held              *os.File // the folder's lock, for as long as this process uses it
	run               *exec.Cmd
	done              chan error
}

const userName = "utensil"

// ours is how every server here runs.
var ours = []string{
	"listen_addresses=127.0.0.1", "unix_socket_directories=", "logging_collector=off",
	"shared_buffers=64MB", "max_connections=60",
	"min_wal_size=32MB", "max_wal_size=128MB", // a demo must fit on a nearly full disk
}

// Start starts a server whose data are in folder, creating them the first time. PostgreSQL
// refuses to run as root, so then it runs as the user "postgres", or else "nobody". Settings
// such as "fsync=off" are added to its own.
func Start(ctx context.Context, folder string, settings ...string) (*Server, error) {
	bin, err := binaries()
	if err != nil {
		return nil, err
	}
	folder, err = filepath.Abs(folder)
	if err != nil {
		return nil, err
	}
	as, err := prepare(folder)
	if err != nil {
		return nil, err
	}
	held, err := hold(folder)
	if err != nil {
		return nil, err
	}
	s, err := start(ctx, bin, folder, as, settings)
	if err != nil {
		return nil, errors.Join(err, held.Close())
	}
	s.held = held
	return s, nil
}

// start starts a server in a folder that nobody else uses.
func start(ctx context.Context, bin, folder string, as *syscall.Credential, settings []string) (*Server, error) {
	data := filepath.Join(folder, "data")
	password, err := initialise(ctx, bin, folder, data, as)
	if err != nil {
		return nil, err
	}
	if err := stopLeftover(ctx, bin, data, as); err != nil {
		return nil, err
	}
	port, err := freePort()
	if err != nil {
		return nil, err
	}
	s := &Server{bin: bin, folder: folder, data: data, settings: settings, as: as, port: port,
		URL: fmt.Sprintf("postgres://%s:%s@127.0.0.1:%d/postgres?sslmode=disable", userName, password, port)}
	return s, s.Start(ctx)
}

// Start starts a stopped server again where it was.
func (s *Server) Start(ctx context.Context) error {
	args := []string{"-D", s.data, "-p", strconv.Itoa(s.port)}
	for _, setting := range slices.Concat(ours, s.settings) {
		args = append(args, "-c", setting)
	}
	run := command(context.WithoutCancel(ctx), s.as, filepath.Join(s.bin, "postgres"), args...)
	logs, err := os.Create(filepath.Join(s.folder, "postgres.log"))
	if err != nil {
		return err
	}
	defer logs.Close()
	run.Stdout, run.Stderr = logs, logs
	if err := run.Start(); err != nil {
		return fmt.Errorf("starting PostgreSQL: %w", err)
	}
	s.run, s.done = run, make(chan error, 1)
	go func() { s.done <- run.Wait() }()
	if err := s.await(ctx, logs.Name()); err != nil {
		return errors.Join(err, s.Stop())
	}
	return nil
}

// Close stops the server and gives its folder free.
func (s *Server) Close() error {
	return errors.Join(s.Stop(), s.held.Close())
}

// Stop asks the server to stop and waits until it has.
func (s *Server) Stop() error {
	if err := s.run.Process.Signal(syscall.SIGINT); err != nil && !errors.Is(err, os.ErrProcessDone) {
		return fmt.Errorf("stopping PostgreSQL: %w", err)
	}
	select {
	case ended := <-s.done:
		s.done <- ended
		return nil
	case <-time.After(20 * time.Second):
		return errors.Join(errors.New("PostgreSQL did not stop within 20 s and was ended"), s.run.Process.Kill())
	}
}

// await waits until the server answers.
func (s *Server) await(ctx context.Context, logs string) error {
	ctx, cancel := context.WithTimeout(ctx, 60*time.Second)
	defer cancel()
	for {
		conn, err := pgx.Connect(ctx, s.URL)
		if err == nil {
			return conn.Close(ctx)
		}
		select {
		case failed := <-s.done:
			s.done <- failed
			text, _ := os.ReadFile(logs)
			return fmt.Errorf("PostgreSQL ended at once (%w): %s", failed, bytes.TrimSpace(text))
		case <-ctx.Done():
			return fmt.Errorf("PostgreSQL did not answer: %w", err)
		case <-time.After(30 * time.Millisecond):
		}
	}
}

// binaries finds the newest installed server.
func binaries() (string, error) {
	found, _ := filepath.Glob("/usr/lib/postgresql/*/bin/postgres")
	slices.SortFunc(found, func(a, b string) int { return version(b) - version(a) })
	if len(found) > 0 {
		return filepath.Dir(found[0]), nil
	}
	if path, err := exec.LookPath("postgres"); err == nil {
		return filepath.Dir(path), nil
	}
	return "", errors.New("no PostgreSQL server is installed: run make deps, or apt-get install postgresql")
}

func version(path string) int {
	n, _ := strconv.Atoi(filepath.Base(filepath.Dir(filepath.Dir(path))))
	return n
}

// prepare makes the folder and says as whom the server runs.
func prepare(folder string) (*syscall.Credential, error) {
	if err := os.MkdirAll(folder, 0o755); err != nil {
		return nil, err
	}
	if os.Geteuid() != 0 {
		return nil, nil
	}
	for _, name := range []string{"postgres", "nobody"} {
		who, err := user.Lookup(name)
		if err != nil {
			continue
		}
		uid, err := strconv.ParseUint(who.Uid, 10, 32)
		gid, err2 := strconv.ParseUint(who.Gid, 10, 32)
		if err := errors.Join(err, err2); err != nil {
			return nil, err
		}
		return &syscall.Credential{Uid: uint32(uid), Gid: uint32(gid)}, os.Chown(folder, int(uid), int(gid))
	}
	return nil, errors.New("PostgreSQL cannot run as root, and there is no user postgres or nobody")
}

// initialise creates the data once and returns the password of their only user.
func initialise(ctx context.Context, bin, folder, data string, as *syscall.Credential) (string, error) {
	secret := filepath.Join(folder, "password")
	if text, err := os.ReadFile(secret); err == nil {
		if _, err := os.Stat(filepath.Join(data, "PG_VERSION")); err == nil {
			return strings.TrimSpace(string(text)), nil
		}
	}
	password := rand.Text()
	if err := os.WriteFile(secret, []byte(password), 0o600); err != nil {
		return "", err
	}
	if as != nil {
		if err := os.Chown(secret, int(as.Uid), int(as.Gid)); err != nil {
			return "", err
		}
	}
	made, err := command(ctx, as, filepath.Join(bin, "initdb"), "-D", data, "-U", userName, "-A", "scram-sha-256",
		"--pwfile", secret, "-E", "UTF8", "--locale", "C.UTF-8", "--no-sync").CombinedOutput()
	if err != nil {
		return "", fmt.Errorf("creating the database in %s: %w: %s", data, err, bytes.TrimSpace(made))
	}
	return password, nil
}

// stopLeftover stops a server of ours that a killed run left behind on the same data.
func stopLeftover(ctx context.Context, bin, data string, as *syscall.Credential) error {
	if _, err := os.Stat(filepath.Join(data, "postmaster.pid")); err != nil {
		return nil
	}
	if err := command(ctx, as, filepath.Join(bin, "pg_ctl"), "-D", data, "status").Run(); err != nil {
		return nil // the file is stale; the server clears it
	}
	if out, err := command(ctx, as, filepath.Join(bin, "pg_ctl"), "-D", data, "-m", "fast", "-w",
		"stop").CombinedOutput(); err != nil {
		return fmt.Errorf("another run is using %s: %w: %s", data, err, bytes.TrimSpace(out))
	}
	return nil
}

func command(ctx context.Context, as *syscall.Credential, name string, args ...string) *exec.Cmd {
	c := exec.CommandContext(ctx, name, args...)
	c.Dir = "/"
	c.SysProcAttr = &syscall.SysProcAttr{Credential: as, Setpgid: true}
	return c
}

func freePort() (int, error) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return 0, err
	}
	defer l.Close()
	return l.Addr().(*net.TCPAddr).Port, nil
}
