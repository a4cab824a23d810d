import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

const server = "http://127.0.0.1:8321";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: {
    outDir: "../dicetrail/web/pages",
    emptyOutDir: true,
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
    rolldownOptions: { input: { workshop: "index.html", play: "play.html" } },
  },
  server: { proxy: { "/api": { target: server, ws: true } } },
});
