package answers

// How much work a question may take, in the engine's own units (see
// mechanics.WithBudget): some ten times what the heaviest of its kind took when this
// was set, so that what is refused is a mistake and not a busy machine.
const (
	answerWork  = 60_000_000
	changesWork = 600_000_000
	compareWork = 4 * answerWork
	rulesWork   = 300_000_000
	chartWork   = 1_500_000_000
	dayWork     = 3_000_000_000
	measureWork = 60_000_000
)
