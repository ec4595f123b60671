//go:build race

package mechanics

// raced tells that the tests look for races, which takes memory of its own.
const raced = true
