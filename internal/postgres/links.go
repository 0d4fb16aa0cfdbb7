package postgres

import (
	"context"
	"database/sql"
	"errors"
	"time"

	"github.com/jmoiron/sqlx"

	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/record"
)

// A job's latest link and its latest messages.
var (
	linkOfJob = laying{owner.Links.Name(), `select row_to_json(l) from (select made_at, expires_at, revoked_at, answered_at from link l
		where l.job_id = j.id order by made_at desc limit 1) l`}
	messagesOfJob = laying{owner.Messages.Name(), listed(`select id, sent_to as "to", subject, state, problem, made_at as at, ended_at
		from message m where m.job_id = j.id order by made_at desc limit 10`)}
)

var (
	linkChanges = changing{table: "link", on: written, names: map[string]string{"job": "new.job_id"},
		again:  []string{"job", "today"},
		counts: countsOfAJob}
	messageChanges = changing{table: "message", on: written, names: map[string]string{"job": "new.job_id"},
		again:  []string{"job", "today", "mailbox"},
		counts: countsOfAJob}
)

const linkColumns = `id, job_id, token_hash, made_by, made_at, expires_at, revoked_at, answered_at, answered_from`

// SaveLink adds a link, takes the job's earlier ones back, and queues its message if there is
// one: all or nothing.
func (s *Store) SaveLink(ctx context.Context, l owner.Link, m *owner.Message) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if _, err := tx.ExecContext(ctx, `update link set revoked_at = $2 where job_id = $1 and revoked_at is null`,
			l.JobID, l.MadeAt); err != nil {
			return wrap("taking earlier links back", err)
		}
		if _, err := tx.NamedExecContext(ctx, `insert into link (id, job_id, token_hash, made_by, made_at, expires_at)
			values (:id, :job_id, :token_hash, :made_by, :made_at, :expires_at)`, l); err != nil {
			return wrap("adding a link", err)
		}
		if m == nil {
			return nil
		}
		_, err := tx.NamedExecContext(ctx, `insert into message (id, job_id, sent_to, subject, body, secret, made_by, made_at, next_at)
			values (:id, :job_id, :sent_to, :subject, :body, :secret, :made_by, :made_at, :made_at)`, m)
		return wrap("queueing a message", err)
	})
}

// RevokeLinks takes a job's links back, answered or not: what is on the page is the owner's own,
// and ends with its link.
func (s *Store) RevokeLinks(ctx context.Context, job record.ID, now time.Time) error {
	_, err := s.db.ExecContext(ctx, `update link set revoked_at = $2 where job_id = $1 and revoked_at is null`, job,
		now)
	return wrap("taking links back", err)
}

// FindLink finds a link by the digest of its token.
func (s *Store) FindLink(ctx context.Context, hash []byte) (owner.Link, error) {
	var l owner.Link
	err := s.db.GetContext(ctx, &l, `select `+linkColumns+` from link where token_hash = $1`, hash)
	if errors.Is(err, sql.ErrNoRows) {
		return l, record.NotFound("page")
	}
	return l, wrap("finding a link", err)
}

// AnswerLink writes an owner's answers once: of two who answer at the same time, the second
// finds the link answered.
func (s *Store) AnswerLink(ctx context.Context, id record.ID, now time.Time, from string,
	entries []record.Entry) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		var job record.ID
		err := tx.GetContext(ctx, &job, `update link l set answered_at = $2, answered_from = $3 from job j
			where l.id = $1 and l.answered_at is null and l.revoked_at is null and l.expires_at > $2 and j.id = l.job_id and j.released_at is null
			returning j.id`, id, now, from)
		switch {
		case errors.Is(err, sql.ErrNoRows):
			return &record.Problem{Kind: record.Stale, Title: "This was answered already",
				Detail: "The answers are on the page: load it again. To change one, ring the workshop."}
		case err != nil:
			return wrap("answering a link", err)
		}
		return insertEntries(ctx, tx, job, entries)
	})
}

// AskByLink writes a question that came by a link, unless most came by it before. One sent again
// is not counted again.
func (s *Store) AskByLink(ctx context.Context, id record.ID, most int, question record.Entry) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		var link struct {
			Job   record.ID `db:"job_id"`
			Asked int       `db:"asked"`
		}
		if err := tx.GetContext(ctx, &link, `select job_id, asked from link where id = $1 for update`, id); err != nil {
			return wrap("asking by a link", err)
		}
		if again, err := sentBefore(ctx, tx, []record.Entry{question}); err != nil || again {
			return err
		}
		if link.Asked >= most {
			return owner.AskedEnough()
		}
		if _, err := tx.ExecContext(ctx, `update link set asked = asked + 1 where id = $1`, id); err != nil {
			return wrap("counting a question", err)
		}
		return appended(ctx, tx, link.Job, []record.Entry{question})
	})
}

// lease is for how long whoever claims a message has it. A mail server that takes longer has lost it.
const lease = 2 * time.Minute

// ClaimMessage takes the next message that is due, for as long as its lease.
func (s *Store) ClaimMessage(ctx context.Context, now time.Time) (owner.Message, bool, error) {
	var m owner.Message
	err := s.db.GetContext(ctx, &m, `update message set state = 'sending', tries = tries + 1, next_at = $2
		where id = (select id from message where state = 'queued' and next_at <= $1 order by next_at limit 1 for update skip locked)
		returning id, job_id, sent_to, subject, body, secret, made_by, made_at, tries - 1 as tries`, now, now.Add(lease))
	if errors.Is(err, sql.ErrNoRows) {
		return m, false, nil
	}
	return m, err == nil, wrap("claiming a message", err)
}

// EndMessage records what came of a message. What was secret in it is forgotten once it is sent.
func (s *Store) EndMessage(ctx context.Context, id record.ID, state, problem string, now, next time.Time) error {
	_, err := s.db.ExecContext(ctx, `update message set state = $2, problem = $3, next_at = $5,
		ended_at = case when $2 = 'queued' then null else $4::timestamptz end,
		body = case when $2 = 'sent' and secret <> '' then replace(body, secret, '…') else body end,
		secret = case when $2 = 'sent' then '' else secret end where id = $1`, id, state, problem, now, next)
	return wrap("ending a message", err)
}

// Unclaim marks what was being sent when a run ended as unsure, once its lease is over: another
// server may be sending it.
func (s *Store) Unclaim(ctx context.Context, now time.Time) error {
	_, err := s.db.ExecContext(ctx, `update message set state = 'unsure', ended_at = $1,
		problem = 'the server stopped while it was being sent: ask the owner whether it came' where state = 'sending' and next_at <= $1`, now)
	return wrap("looking through the outbox", err)
}
