import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { gzipSync } from "node:zlib";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";
import { oneFontFormat } from "./vite.config.ts";

const OUT = "../dicetrail/give/page_parts";
const PYTHON = ["pyodide.asm.mjs", "pyodide.asm.wasm", "python_stdlib.zip"];

/** Python for the browser, packed as the page carries it. */
const python: Plugin = {
  name: "python-parts",
  closeBundle: () => {
    mkdirSync(OUT, { recursive: true });
    for (const name of PYTHON) {
      const data = readFileSync(`node_modules/pyodide/${name}`);
      writeFileSync(`${OUT}/${name}.gz`, gzipSync(data, { level: 9 }));
    }
  },
};

/** Without the scripts that no language of the page is written in: a device has fonts of its own for them. */
const fewerScripts: Plugin = {
  name: "fewer-scripts",
  enforce: "pre",
  transform: (code, id) =>
    id.endsWith(".css")
      ? code.replaceAll(
          /\/\* [a-z-]+-(?:vietnamese|cyrillic-ext|greek-ext)-[^*]*\*\/\s*@font-face\s*\{[^}]*\}/g,
          "",
        )
      : undefined,
};

/** The player's page as a take-away carries it: one script and one style sheet, fonts and all inside. */
export default defineConfig({
  plugins: [react(), tailwindcss(), oneFontFormat, fewerScripts, python],
  publicDir: false,
  logLevel: "error", // it would name each module of Node that Pyodide leaves out in a browser
  build: {
    outDir: OUT,
    emptyOutDir: true,
    assetsInlineLimit: () => true,
    cssCodeSplit: false,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      input: "src/player/taken/main.tsx",
      output: {
        codeSplitting: false,
        entryFileNames: "page.js",
        assetFileNames: "page[extname]",
      },
    },
  },
});
