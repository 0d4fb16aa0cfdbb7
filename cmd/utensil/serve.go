package main

import (
	"bytes"
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"net/netip"
	"os"
	"time"

	"github.com/spf13/cobra"

	"utensil/internal/device"
	"utensil/internal/document"
	"utensil/internal/httpapi"
	"utensil/internal/mail"
	"utensil/internal/postgres"
	"utensil/internal/workshop"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/signin"
	"utensil/internal/workshop/stores"
	"utensil/knowledge"
)

// options are the settings of a running server.
type options struct {
	address   string
	public    string // where owners reach the server
	smtp      string // host:port of the mail server
	from      string // the shop's own e-mail address
	letters   func() []owner.Letter
	wrench    string // address of a stream of torque readings
	pull      func(nm float64, trick string) error
	supplier  stores.Supplier
	secure    bool
	proxies   []string // that may say for which client they ask
	loopback  bool     // this computer is a device of the shop
	knowledge string
	ahead     time.Duration // of this computer's clock: a demo may be told as of another day
}

// now is the workshop's clock.
func (o options) now() time.Time { return time.Now().Add(o.ahead) }

func (o *options) flags(c *cobra.Command, address string) {
	c.Flags().StringVar(&o.address, "address", address, "where to listen")
	c.Flags().StringVar(&o.public, "public", os.Getenv("UTENSIL_PUBLIC"),
		"address under which owners reach this server, such as https://bikes.example")
	c.Flags().StringVar(&o.smtp, "smtp", os.Getenv("UTENSIL_SMTP"),
		"mail server as host:port; name and password from UTENSIL_SMTP_USER and UTENSIL_SMTP_PASSWORD")
	c.Flags().StringVar(&o.from, "from", os.Getenv("UTENSIL_FROM"), "the shop's e-mail address")
	c.Flags().StringVar(&o.wrench, "wrench", os.Getenv("UTENSIL_WRENCH"),
		"address of a stream of torque readings, as docs/wrench-protocol.md has it")
	c.Flags().BoolVar(&o.secure, "secure", false, "insist on HTTPS for the session cookie")
	c.Flags().StringSliceVar(&o.proxies, "trusted-proxy", nil,
		"address or network of a proxy in front, which says in X-Forwarded-For for whom it asks; may be given again")
	c.Flags().StringVar(&o.knowledge, "knowledge", os.Getenv("UTENSIL_KNOWLEDGE"),
		"folder with the shop's own points, fasteners and operations")
}

func (o *options) book() (*knowledge.Book, error) {
	if o.knowledge == "" {
		return knowledge.Shipped()
	}
	return knowledge.Layered(os.DirFS(o.knowledge))
}

// api is what the server of requests is told.
func (o *options) api(proxies []netip.Prefix) httpapi.Options {
	return httpapi.Options{Version: version(), Secure: o.secure, Letters: o.letters, Pull: o.pull,
		AdmitLoopback:  o.loopback,
		TrustedProxies: proxies, Changes: postgres.Changes()}
}

// trusted is the networks of the proxies in front.
func (o *options) trusted() ([]netip.Prefix, error) {
	var out []netip.Prefix
	for _, said := range o.proxies {
		one, err := netip.ParsePrefix(said)
		if addr, single := netip.ParseAddr(said); single == nil {
			one, err = netip.PrefixFrom(addr, addr.BitLen()), nil
		}
		if err != nil {
			return nil, fmt.Errorf("--trusted-proxy %q is no address such as 10.0.0.1 and no network "+
				"such as 10.0.0.0/24", said)
		}
		out = append(out, one.Masked())
	}
	return out, nil
}

func serveCommand() *cobra.Command {
	var o options
	c := &cobra.Command{
		Use: "serve", Short: "Serve the workshop whose records are at DATABASE_URL",
		RunE: func(c *cobra.Command, _ []string) error {
			url, err := databaseURL()
			if err != nil {
				return err
			}
			return serve(c.Context(), url, o, nil)
		},
	}
	o.flags(c, "127.0.0.1:8080")
	return c
}

func migrateCommand() *cobra.Command {
	return &cobra.Command{
		Use: "migrate", Short: "Bring the schema at DATABASE_URL up to date",
		RunE: func(c *cobra.Command, _ []string) error {
			return withStore(func(store *postgres.Store) error {
				book, err := knowledge.Shipped()
				if err != nil {
					return err
				}
				if err := store.Migrate(c.Context()); err != nil {
					return err
				}
				shop := workshop.New(store, book, time.Now)
				shop.PrintBy(document.Sheet)
				return shop.FreezeEarlier(c.Context())
			})
		},
	}
}

// staffCommand adds the first shop owner, who can then add the others.
func staffCommand() *cobra.Command {
	var name string
	c := &cobra.Command{
		Use: "staff", Short: "Add a shop owner; the PIN or password is read from UTENSIL_SECRET",
		RunE: func(c *cobra.Command, _ []string) error {
			secret, err := signin.HashSecret(os.Getenv("UTENSIL_SECRET"))
			if err != nil {
				return err
			}
			return withStore(func(store *postgres.Store) error {
				_, err := store.SaveStaff(c.Context(),
					signin.Staff{ID: record.NewID(), Name: name, Role: record.Keeper, Active: true, Secret: secret})
				return err
			})
		},
	}
	c.Flags().StringVar(&name, "name", "Shop owner", "their name")
	return c
}

// admitCommand makes a code for a device when no device is in, or nobody is there to let one in.
func admitCommand() *cobra.Command {
	var name string
	c := &cobra.Command{
		Use: "admit", Short: "Make a code by which a tablet or computer is admitted",
		RunE: func(c *cobra.Command, _ []string) error {
			return withStore(func(store *postgres.Store) error {
				roll := workshop.New(store, nil, time.Now).Roll
				made, err := roll.Expect(c.Context(), signin.NewDevice{ID: record.NewID(), Name: name})
				if err != nil {
					return err
				}
				_, err = fmt.Fprintf(c.OutOrStdout(), "Open Utensil on the device and type %s before %s.\n", made.Code,
					made.Device.Until.Format("15:04"))
				return err
			})
		},
	}
	c.Flags().StringVar(&name, "name", "First device", "what the shop calls it")
	return c
}

func openapiCommand() *cobra.Command {
	return &cobra.Command{
		Use: "openapi", Short: "Print the description of the API",
		RunE: func(c *cobra.Command, _ []string) error {
			book, err := knowledge.Shipped()
			if err != nil {
				return err
			}
			api := httpapi.New(workshop.New(nil, book, time.Now), nil, httpapi.Options{Changes: postgres.Changes()})
			text, err := api.OpenAPI()
			if err != nil {
				return err
			}
			var pretty bytes.Buffer
			if err := json.Indent(&pretty, text, "", "  "); err != nil {
				return err
			}
			_, err = fmt.Fprintln(c.OutOrStdout(), pretty.String())
			return err
		},
	}
}

// withStore does something with the workshop's records.
func withStore(do func(*postgres.Store) error) error {
	url, err := databaseURL()
	if err != nil {
		return err
	}
	store, err := postgres.Open(url)
	if err != nil {
		return err
	}
	return errors.Join(do(store), store.Close())
}

func databaseURL() (string, error) {
	if url := os.Getenv("DATABASE_URL"); url != "" {
		return url, nil
	}
	return "", errors.New("set DATABASE_URL to the database of the workshop, or run utensil demo")
}

// deliver sends messages to owners, if there is a mail server to send by.
func (o *options) deliver(ctx context.Context, box owner.Outbox) {
	if o.smtp == "" {
		return
	}
	host, port, err := mail.Address(o.smtp)
	if err != nil {
		slog.ErrorContext(ctx, "no message will be sent", "err", err)
		return
	}
	gateway := mail.Gateway{Host: host, Port: port, From: o.from, User: os.Getenv("UTENSIL_SMTP_USER"),
		Password: os.Getenv("UTENSIL_SMTP_PASSWORD"),
		Plain:    host == "127.0.0.1" || host == "localhost"}
	owner.Deliver(ctx, box, gateway, o.now)
}

// serve runs until the context ends, then lets requests in flight finish.
func serve(ctx context.Context, url string, o options, ready func(address string)) error {
	book, err := o.book()
	proxies, wrong := o.trusted()
	if err := errors.Join(err, wrong); err != nil {
		return err
	}
	store, err := postgres.Open(url)
	if err != nil {
		return err
	}
	defer store.Close()
	if err := store.Migrate(ctx); err != nil {
		return err
	}
	shop, err := o.workshop(ctx, store, book)
	if err != nil {
		return err
	}
	go keepEarlier(ctx, shop)
	go shop.Learn(ctx)
	api := httpapi.New(shop, store.DB(), o.api(proxies))
	listener, err := net.Listen("tcp", o.address)
	if err != nil {
		return fmt.Errorf("listening: %w", err)
	}
	shop.Reached(cmp.Or(o.public, "http://"+listener.Addr().String()))
	server := &http.Server{Handler: api, ReadHeaderTimeout: 5 * time.Second,
		ReadTimeout: 30 * time.Second, IdleTimeout: 2 * time.Minute,
		MaxHeaderBytes: 64 << 10}
	server.RegisterOnShutdown(api.Close) // ends the live streams, which would never end by themselves

	listening, stop := context.WithCancel(ctx)
	defer stop()
	go postgres.Listen(listening, url, api.Told)
	if o.wrench != "" {
		go device.Listen(listening, o.wrench, shop)
	}
	delivered := make(chan struct{})
	go func() {
		defer close(delivered)
		o.deliver(listening, store)
	}()
	defer func() { stop(); <-delivered }() // a message on its way is let finish
	ended := make(chan error, 1)
	go func() { ended <- server.Serve(httpapi.Listen(listener)) }()
	slog.InfoContext(ctx, "serving", "version", version(), "address", listener.Addr().String())
	if ready != nil {
		ready(listener.Addr().String())
	}
	select {
	case err := <-ended:
		return err
	case <-ctx.Done():
	}
	slog.InfoContext(ctx, "stopping")
	finish, cancel := context.WithTimeout(context.WithoutCancel(ctx), 10*time.Second)
	defer cancel()
	return server.Shutdown(finish)
}

// keepEarlier keeps the sheets of jobs that an older version handed over, once.
func keepEarlier(ctx context.Context, shop *workshop.Workshop) {
	if err := shop.FreezeEarlier(ctx); err != nil && ctx.Err() == nil {
		slog.WarnContext(ctx, "keeping the sheets of earlier jobs", "err", err)
	}
}

// workshop opens the use-cases over a store, with the shop's own knowledge.
func (o options) workshop(ctx context.Context, store *postgres.Store,
	book *knowledge.Book) (*workshop.Workshop, error) {
	shop := workshop.New(store, book, o.now)
	shop.SupplyFrom(o.supplier)
	shop.PrintBy(document.Sheet)
	if o.knowledge != "" {
		shop.Shelve(os.DirFS(o.knowledge))
	}
	return shop, shop.LoadOwn(ctx)
}
