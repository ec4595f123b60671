//go:build race

package browser

// slower is by how much the server in a test is slower that looks for races.
const slower = 5
