import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";

const server = "http://127.0.0.1:8321";

/** Fonts in one format only: every browser that runs these pages reads woff2. */
export const oneFontFormat: Plugin = {
  name: "one-font-format",
  enforce: "pre",
  transform: (code, id) =>
    id.endsWith(".css")
      ? code.replaceAll(/,\s*url\([^)]*\.woff\)\s*format\(["']woff["']\)/g, "")
      : undefined,
};

export default defineConfig({
  plugins: [react(), tailwindcss(), oneFontFormat],
  build: {
    outDir: "../dicetrail/web/pages",
    emptyOutDir: true,
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
    rolldownOptions: { input: { workshop: "index.html", play: "play.html", wall: "wall.html" } },
  },
  server: { proxy: { "/api": { target: server, ws: true } } },
});
