//go:build js && wasm

// The engine of Dunvel as WebAssembly, for a page whose server is out of reach. It gives
// the page one function, dunvelAsk(path, body, known): a promise of {status, body}, with
// a stop() that ends it.
package main

import (
	"context"
	"syscall/js"

	"dunvel/internal/engine"
)

func main() {
	js.Global().Set("dunvelAsk", js.FuncOf(ask))
	select {} // it answers until the page is closed
}

// ask answers away from the page's own thread of events.
func ask(_ js.Value, args []js.Value) any {
	path, body, known := args[0].String(), []byte(args[1].String()), []byte(args[2].String())
	ctx, end := context.WithCancel(context.Background())
	var begin, stop js.Func
	begin = js.FuncOf(func(_ js.Value, promised []js.Value) any {
		go func() {
			status, text := engine.Ask(ctx, path, body, known)
			end()
			promised[0].Invoke(map[string]any{"status": status, "body": string(text)})
			begin.Release()
			stop.Release()
		}()
		return nil
	})
	stop = js.FuncOf(func(js.Value, []js.Value) any {
		end()
		return nil
	})
	promise := js.Global().Get("Promise").New(begin)
	promise.Set("stop", stop)
	return promise
}
