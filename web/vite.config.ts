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

export default defineConfig({
  plugins: [react(), tailwindcss(), drawings],
  build: { assetsInlineLimit: 0, sourcemap: false, manifest: "manifest.json" },
  server: { proxy: { "/api": "http://127.0.0.1:8420" } },
});
