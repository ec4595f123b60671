import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  build: {
    // The placeholder that lets Go build without Node stays in dist.
    emptyOutDir: true,
    copyPublicDir: true,
    // The policy of the pages allows no data: fonts and no inline scripts.
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    rollupOptions: {
      input: { index: "index.html", docs: "docs.html", trust: "trust.html", sw: "src/sw.ts" },
      // The service worker is told its files when the engine is there: see seal.mjs.
      output: {
        entryFileNames: (of) => (of.name === "sw" ? "worker.part.js" : "assets/[name]-[hash].js"),
        // What every view begins with is one file: in two dozen it was a tenth larger as it is sent.
        codeSplitting: { groups: [{ name: "start", tags: ["$initial"], test: ofThePages }] },
      },
    },
    chunkSizeWarningLimit: 2000,
    license: { fileName: "bundled.md" },
  },
  server: { proxy: { "/api": "http://127.0.0.1:4780" } },
});

/** Whether a module is of the pages, not of the description for programs or of the service worker. */
function ofThePages(module: string) {
  return !/swagger-ui|workbox|(docs|sw)\.ts|(docs|trust)\.html|\.css$/.test(module);
}
