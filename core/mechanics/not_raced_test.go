//go:build !race

package mechanics

const raced = false
