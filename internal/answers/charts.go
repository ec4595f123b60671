package answers

import (
	"slices"
	"sync"

	"dunvel/core/explore"
)

// keptCharts are the charts that were looked at last, whole or as far as they came, so that one that is looked at
// again goes on where it was. It is safe for concurrent use; nil keeps none.
type keptCharts struct {
	mutex sync.Mutex
	kept  []*explore.Charting // the last one first
}

// mostCharts is how many are kept: the one that is looked at, and those that were before one thing was changed.
const mostCharts = 4

// resume has a chart go on where one of the same was.
func (k *keptCharts) resume(c *explore.Charting) {
	if k == nil {
		return
	}
	k.mutex.Lock()
	defer k.mutex.Unlock()
	for _, kept := range k.kept {
		if c.Resume(kept) {
			return
		}
	}
}

// keep keeps a chart in place of one of the same that has come no further.
func (k *keptCharts) keep(c *explore.Charting) {
	if k == nil {
		return
	}
	k.mutex.Lock()
	defer k.mutex.Unlock()
	if i := slices.IndexFunc(k.kept, c.IsOf); i >= 0 {
		if k.kept[i].Known() > c.Known() {
			return
		}
		k.kept = slices.Delete(k.kept, i, i+1)
	}
	k.kept = slices.Insert(k.kept, 0, c)
	k.kept = k.kept[:min(len(k.kept), mostCharts)]
}
