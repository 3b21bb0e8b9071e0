// Package core is the trade: rules and computation with no interface, storage,
// clock or global state. Its rooms are the directories below it; what each may
// import is policy, in imports_test.go.
package core
