import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";
import { DRAWINGS } from "./src/section/drawings";
import { BOX } from "./src/section/pieces";

/** The sections as data beside the page: reports on paper are drawn from the same lines. */
const drawings: Plugin = {
  name: "drawings",
  apply: "build",
  generateBundle() {
    this.emitFile({
      type: "asset",
      fileName: "drawings.json",
      source: JSON.stringify({ box: BOX, families: DRAWINGS }),
    });
  },
};

/** The built files the service worker keeps beforehand; their names carry a sum of their content. */
const shell: Plugin = {
  name: "shell",
  apply: "build",
  generateBundle: {
    order: "post",
    handler(_, bundle) {
      const names = Object.keys(bundle).filter((name) => /^assets\/.*\.(js|css|woff2)$/.test(name));
      const files = [
        ...names.map((name) => ({ url: `/${name}`, revision: null })),
        { url: "/branch.svg", revision: "1" },
      ];
      const worker = bundle["sw.js"];
      if (worker?.type !== "chunk") throw new Error("the service worker was not built");
      worker.code = `const FILES=${JSON.stringify(files)};${worker.code}`;
    },
  },
};

export default defineConfig({
  plugins: [react(), tailwindcss(), drawings, shell],
  build: {
    assetsInlineLimit: 0,
    sourcemap: false,
    manifest: "manifest.json",
    rolldownOptions: {
      input: { index: "index.html", sw: "src/offline/worker.ts" },
      output: { entryFileNames: (chunk) => (chunk.name === "sw" ? "sw.js" : "assets/[name]-[hash].js") },
    },
  },
  server: { proxy: { "/api": "http://127.0.0.1:8420" } },
});
