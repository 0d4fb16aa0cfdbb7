package signin

import (
	"context"
	"fmt"
	"strings"
	"unicode/utf8"

	"github.com/alexedwards/argon2id"

	"utensil/internal/workshop/record"
)

// cost follows RFC 9106 in kind and the OWASP minimum in cost: 19 MiB, two passes. The
// larger RFC profile would let a few sign-ins at once outweigh the rest of the server.
var cost = &argon2id.Params{Memory: 19 * 1024, Iterations: 2, Parallelism: 1, SaltLength: 16, KeyLength: 32}

// turns bounds how many do something at once.
type turns chan struct{}

// enter waits for a turn, for as long as the context lasts.
func (t turns) enter(ctx context.Context) error {
	select {
	case t <- struct{}{}:
		return nil
	case <-ctx.Done():
		return ctx.Err()
	}
}

func (t turns) leave() { <-t }

// hashing bounds how many secrets are worked on at once, and so the memory and the connections they take.
var hashing = make(turns, 2)

// HashSecret hashes a PIN or password. A PIN has 4 to 12 digits; a password at least 8 characters.
func HashSecret(secret string) (string, error) {
	digits := strings.Trim(secret, "0123456789") == ""
	length := utf8.RuneCountInString(secret)
	switch {
	case length > 200:
		return "", record.Refuse("secret", "That is too long. Use at most 200 characters.")
	case digits && (length < 4 || length > 12):
		return "", record.Refuse("secret", "A PIN has 4 to 12 digits.")
	case !digits && length < 8:
		return "", record.Refuse("secret", "A password has at least 8 characters; a PIN has digits only.")
	case digits && strings.Count(secret, secret[:1]) == length:
		return "", record.Refuse("secret", "A PIN of one digit repeated is guessed at once. Choose another.")
	}
	if err := hashing.enter(context.Background()); err != nil {
		return "", err
	}
	defer hashing.leave()
	return hashed(secret)
}

func hashed(secret string) (string, error) { return argon2id.CreateHash(secret, cost) }

// matches says whether a secret is a member's, and the member works here.
func (m Staff) matches(secret string) (bool, error) {
	right, err := argon2id.ComparePasswordAndHash(secret, m.Secret)
	if err != nil {
		return false, fmt.Errorf("checking the secret of %s: %w", m.ID, err)
	}
	return right && m.Active, nil
}

func wrongSecret() error {
	return &record.Problem{Kind: record.Stranger, Title: "Not signed in", Field: "secret",
		Detail: "That name and PIN do not go together. Try again."}
}
