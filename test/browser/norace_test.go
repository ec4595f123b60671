//go:build !race

package browser

const slower = 1
