// Package runbench is work being done: a procedure with its next step large and what it waits for, and
// items marked done.
package runbench
