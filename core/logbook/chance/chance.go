// Package chance tells how seldom chance makes what a log seems to show: like is compared with like, and what
// comes together counts for less.
package chance

import (
	"math"
	"sync"

	"dunvel/core/judgement"

	"gonum.org/v1/gonum/stat/distuv"
)

// Trial is a cast, or a fish, of which something is asked: whether it had what is looked for.
type Trial struct {
	Of          int    // the number of what it is a trial of
	Trip, Place int    // numbers of theirs
	Beside      int    // what it is compared within beside them: a bit for each claim before
	Label       string // "" where it is not known
	Hit         bool
}

// MostBeside is how many claims trials can be compared within.
const MostBeside = 16

// key is the number of the stratum that a trial is compared within.
func (t Trial) key(l Level) int {
	switch l {
	case WithinTrips:
		return t.Trip<<MostBeside | t.Beside
	case WithinPlaces:
		return t.Place<<MostBeside | t.Beside
	}
	return t.Beside
}

// Level is what like is compared with like within.
type Level int

const (
	WithinTrips  Level = iota // of one trip with one another
	WithinPlaces              // of trips to one place
	Anywhere
)

// Evidence is what trials say of a label: so many hits with it of all hits, where like with
// like would have as many as expected, and how seldom chance does as much.
type Evidence struct {
	Trials, Hits     int // with the label
	AllTrials, All   int
	Expected, Chance float64
	Least            float64 // chance of the most that there could be
	Level            Level

	information, overall float64 // variance of the hits with it, like with like, and compared anywhere
}

// table is one stratum: of n trials m have the label, and k are hits, of which so many have it.
type table struct{ n, m, k, both int }

// strata parts trials.
func strata(trials []Trial, label string, l Level) []table {
	at := map[int]int{}
	var out []table
	for _, t := range trials {
		i, ok := at[t.key(l)]
		if !ok {
			i = len(out)
			at[t.key(l)] = i
			out = append(out, table{})
		}
		out[i].n++
		if t.Label == label {
			out[i].m++
		}
		if t.Hit {
			out[i].k++
			if t.Label == label {
				out[i].both++
			}
		}
	}
	return out
}

// variance is that of the hits with a label where they fall by chance (the hypergeometric
// distribution).
func (t table) variance() float64 {
	if t.n < 2 {
		return 0
	}
	n, m, k := float64(t.n), float64(t.m), float64(t.k)
	return k * m / n * (n - m) / n * (n - k) / (n - 1)
}

// chances are those of 0, 1, 2... hits with a label in a stratum where they fall by chance.
func (t table) chances() []float64 {
	out := make([]float64, min(t.m, t.k)+1)
	least := max(0, t.m+t.k-t.n)
	// From the likeliest on, each by the one beside it.
	mode := min(max((t.m+1)*(t.k+1)/(t.n+2), least), len(out)-1)
	out[mode] = math.Exp(choose(t.m, mode) + choose(t.n-t.m, t.k-mode) - choose(t.n, t.k))
	ratio := func(i int) float64 { // of i+1 over i
		return float64(t.m-i) / float64(i+1) * float64(t.k-i) / float64(t.n-t.m-t.k+i+1)
	}
	for i := mode; i < len(out)-1; i++ {
		out[i+1] = out[i] * ratio(i)
	}
	for i := mode; i > least; i-- {
		out[i-1] = out[i] / ratio(i-1)
	}
	return out
}

// choose is the logarithm of the number of ways to take k of n.
func choose(n, k int) float64 { return factorial(n) - factorial(k) - factorial(n-k) }

// factorial is the logarithm of that of n.
func factorial(n int) float64 {
	if few := small(); n < len(few) {
		return few[n]
	}
	v, _ := math.Lgamma(float64(n + 1))
	return v
}

// small are the logarithms of the first factorials, which are asked for again and again.
var small = sync.OnceValue(func() []float64 {
	out := make([]float64, 1024)
	for n := 2; n < len(out); n++ {
		out[n] = out[n-1] + math.Log(float64(n))
	}
	return out
})

// tail is how seldom chance makes as many hits with a label over all strata, or more (the exact
// test of Mantel and Haenszel, 1959, as a sum over strata; as many count half, Lancaster, 1961), and the
// same of the most that there could be.
func tail(tables []table) (chance, least float64) {
	sum, got, most := []float64{1}, 0, 0
	for _, t := range tables {
		got += t.both
		most += min(t.m, t.k)
		next := make([]float64, len(sum)+min(t.m, t.k))
		for i, p := range sum {
			for j, q := range t.chances() {
				next[i+j] += p * q
			}
		}
		sum = next
	}
	for i := len(sum) - 1; i > got; i-- {
		chance += sum[i]
	}
	return min(chance+sum[got]/2, 1), sum[most] / 2
}

// Weigh weighs what trials, in their order, say of a label: within trips where what is asked
// changes within them, or else within places; anywhere only where across tells that one place may
// speak for another.
func Weigh(trials []Trial, label string, across bool) Evidence {
	out := Evidence{Chance: 1, Least: 1}
	var information [Anywhere + 1]float64
	var tables [Anywhere + 1][]table
	for l := range tables {
		tables[l] = strata(trials, label, Level(l))
		for _, t := range tables[l] {
			information[l] += t.variance()
		}
	}
	for _, t := range tables[Anywhere] {
		out.Trials, out.Hits, out.AllTrials, out.All = out.Trials+t.m, out.Hits+t.both, out.AllTrials+t.n, out.All+t.k
	}
	out.overall = information[Anywhere]
	switch {
	case out.overall == 0:
		return out
	case information[WithinTrips] >= judgement.WithinTrips.Number*out.overall:
		out.Level = WithinTrips
	case information[WithinPlaces] >= judgement.WithinPlaces.Number*out.overall:
		out.Level = WithinPlaces
	case across:
		out.Level = Anywhere
	default:
		return out // one place would speak for another
	}
	out.information = information[out.Level]
	for _, t := range tables[out.Level] {
		out.Expected += float64(t.k) * float64(t.m) / float64(t.n)
	}
	out.Chance, out.Least = tail(tables[out.Level])
	if out.Level == WithinTrips {
		out.Chance = spreadOut(out.Chance, shoaling(trials, label))
		return out
	}
	wide, freedom := betweenTrips(trials, label, out.Level)
	if freedom < 1 {
		out.Chance, out.Least = 1, 1 // each has one trip, which may have had its day
		return out
	}
	z := normal.Quantile(1-clamped(out.Chance)) / math.Sqrt(wide)
	out.Chance = 1 - distuv.StudentsT{Mu: 0, Sigma: 1, Nu: float64(freedom)}.CDF(z)
	return out
}

var normal = distuv.UnitNormal

// clamped keeps a chance where its quantile is finite.
func clamped(p float64) float64 { return min(max(p, 1e-15), 1-1e-15) }

// spreadOut is a chance where hits come together, so that they are worth fewer: of a variance as
// many times as wide.
func spreadOut(chance, wide float64) float64 {
	return 1 - normal.CDF(normal.Quantile(1-clamped(chance))/math.Sqrt(wide))
}

// shoaling is how many times as wide chance is for hits that come in shoals, against a label that
// comes in stretches: the variance of the sum of products of two sequences goes by how each resembles
// itself some steps later (Bartlett, 1935).
func shoaling(trials []Trial, label string) float64 {
	var hits, labels []sequence
	at := map[int]int{}
	for _, t := range trials {
		i, ok := at[t.key(WithinTrips)]
		if !ok {
			i = len(hits)
			at[t.key(WithinTrips)] = i
			hits, labels = append(hits, nil), append(labels, nil)
		}
		hits[i], labels[i] = append(hits[i], one(t.Hit)), append(labels[i], one(t.Label == label))
	}
	// Hits are taken over the mean of their trip, with the label and without it alike: over the mean of each, a
	// shoal that fell to a label by chance would be taken for what the label does.
	for i := range hits {
		hits[i].center()
		labels[i].center()
	}
	wide := 1.0
	for lag := 1; lag <= int(judgement.ShoalCasts.Number); lag++ {
		wide += 2 * alike(hits, lag) * alike(labels, lag)
	}
	return max(wide, 1)
}

func one(yes bool) float64 {
	if yes {
		return 1
	}
	return 0
}

// sequence is one stratum of trials, in their order.
type sequence []float64

// center takes its mean off a sequence.
func (s sequence) center() {
	sum := 0.0
	for _, v := range s {
		sum += v
	}
	for i := range s {
		s[i] -= sum / float64(len(s))
	}
}

// alike is how much sequences resemble themselves some steps later (autocorrelation), with what
// their means take off it for being theirs added again.
func alike(all []sequence, lag int) float64 {
	products, squares := 0.0, 0.0
	for _, s := range all {
		own := 0.0
		for i, v := range s {
			own += v * v
			if i >= lag {
				products += v * s[i-lag]
			}
		}
		squares += own
		if n := float64(len(s)); len(s) > lag {
			products += (n - float64(lag)) / n * own / n
		}
	}
	if squares == 0 {
		return 0
	}
	return products / squares
}

// betweenTrips is how many times as wide as chance trips differ that have the same label in the same
// stratum (Pearson's statistic over its degrees of freedom, McCullagh and Nelder, 1989, section 4.5),
// and the degrees of freedom.
func betweenTrips(trials []Trial, label string, l Level) (wide float64, freedom int) {
	type count struct{ n, k float64 }
	type group struct {
		key int
		has bool
	}
	all, trips := map[group]*count{}, map[group]map[int]*count{}
	for _, t := range trials {
		g := group{t.key(l), t.Label == label}
		if all[g] == nil {
			all[g], trips[g] = &count{}, map[int]*count{}
		}
		if trips[g][t.Trip] == nil {
			trips[g][t.Trip] = &count{}
		}
		for _, c := range []*count{all[g], trips[g][t.Trip]} {
			c.n++
			c.k += one(t.Hit)
		}
	}
	sum := 0.0
	for g, c := range all {
		rate := c.k / c.n
		if rate == 0 || rate == 1 {
			freedom += len(trips[g]) - 1
			continue
		}
		for _, trip := range trips[g] {
			d := trip.k - trip.n*rate
			sum += d * d / (trip.n * rate * (1 - rate))
		}
		freedom += len(trips[g]) - 1
	}
	if freedom < 1 {
		return 1, 0
	}
	return max(1, sum/float64(freedom)), freedom
}

// Looks is by how much a chance is to be multiplied for so many looks, of which those do not count
// that could not have been found to be sure (Tarone, 1990).
func Looks(least []float64, sure float64) int {
	for k := 1; ; k++ {
		able := 0
		for _, p := range least {
			if p <= sure/float64(k) {
				able++
			}
		}
		if able <= k {
			return max(able, 1)
		}
	}
}
