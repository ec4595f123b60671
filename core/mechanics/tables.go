package mechanics

import "math"

// The drag coefficient and the current profile are asked for several times in
// every step of every line. Both are smooth in the logarithm of their argument
// and are read from tables there, to better than 6e-5 (tested).

const (
	octaveBits = 6 // 64 points per doubling
	octave     = 1 << octaveBits
	lowestRe   = -14 // 2^-14 is below 1e-4
	highestRe  = 18  // 2^18 is above 2e5
	turn       = 256 // angles of a whole turn; a power of two
)

var (
	dragTable [(highestRe-lowestRe)*octave + 2]float64
	logTable  [octave + 1]float64 // log2 of 1 to 2
	powTable  [octave + 2]float64 // 2^0 to 2^1, and one more for rounding up to 2^1
	sinTable  [turn]float64       // of as many angles of a turn
	cosTable  [turn]float64
)

func init() {
	for i := range dragTable {
		dragTable[i] = CylinderDrag(math.Ldexp(1+float64(i%octave)/octave, lowestRe+i/octave))
	}
	for i := range logTable {
		logTable[i] = math.Log2(1 + float64(i)/octave)
	}
	for i := range powTable {
		powTable[i] = math.Exp2(float64(i) / octave)
	}
	for i := range turn {
		sinTable[i], cosTable[i] = math.Sincos(2 * math.Pi * float64(i) / turn)
	}
}

// split returns the binary exponent of a normal x > 0, the table index within
// its octave, and how far x is on the way to the next point.
func split(x float64) (exponent, index int, rest float64) {
	bits := math.Float64bits(x)
	exponent = int(bits>>52) - 1023
	mantissa := bits & (1<<52 - 1)
	index = int(mantissa >> (52 - octaveBits))
	rest = float64(mantissa&(1<<(52-octaveBits)-1)) / (1 << (52 - octaveBits))
	return exponent, index, rest
}

// quickCylinderDrag is CylinderDrag read from a table, with the power of the
// Reynolds number that it goes with there.
func quickCylinderDrag(re float64) (cn, power float64) {
	if !(re > 1e-4) {
		return dragTable[0], 0
	}
	if re > 2e5 {
		re = 2e5
	}
	e, i, rest := split(re)
	k := (e-lowestRe)*octave + i
	step := dragTable[k+1] - dragTable[k]
	cn = dragTable[k] + rest*step
	return cn, step * (octave + float64(i) + rest) / cn
}

// quickPower is x^p for 0 < x <= 1 and p >= 0, read from tables.
func quickPower(x, p float64) float64 {
	if x < 1e-12 {
		return 0
	}
	e, i, rest := split(x)
	l := p * (float64(e) + logTable[i] + rest*(logTable[i+1]-logTable[i]))
	return quickExp2(l)
}

// quickExp is e^x, read from a table.
func quickExp(x float64) float64 { return quickExp2(x * math.Log2E) }

// quickExp2 is 2^x, read from a table.
func quickExp2(x float64) float64 {
	floor := int(x)
	if x < float64(floor) {
		floor--
	}
	f := (x - float64(floor)) * octave
	j := int(f)
	v := powTable[j] + (f-float64(j))*(powTable[j+1]-powTable[j])
	// 2 to the floor, by its binary exponent.
	return v * math.Float64frombits(uint64(1023+max(floor, -1022))<<52)
}

// quickSincos is the sine and the cosine of x, from those of an angle close by in a table.
func quickSincos(x float64) (sin, cos float64) {
	at := x * (turn / (2 * math.Pi))
	i := int(at)
	by := (at - float64(i)) * (2 * math.Pi / turn)
	s, c := sinTable[i&(turn-1)], cosTable[i&(turn-1)]
	rest := 1 - by*by/2
	return s*rest + c*by, c*rest - s*by
}
