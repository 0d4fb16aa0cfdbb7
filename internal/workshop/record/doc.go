// Package record is what every subject of the trade writes on: ids and problems, people, bikes and
// jobs, entries and their kinds, the ledger in which entries stand, and the sheet on which a job is
// laid out to be judged. It knows no subject: kinds of entry, what lies beside a job and what the
// shop has learnt are declared by the packages above it.
package record
