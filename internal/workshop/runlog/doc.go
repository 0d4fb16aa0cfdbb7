// Package runlog is procedures gone through step by step, as they stand in the records: what was
// begun, what was done, what it has opened and not closed, which joints it has disturbed.
package runlog
