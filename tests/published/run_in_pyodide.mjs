// Runs Python code in Pyodide: {files, code, games} on standard input, {version, trails} on standard output.
import { readFileSync } from "node:fs";

const { loadPyodide } = await import(new URL(process.argv[2] + "/pyodide.mjs"));
const { files, code, games } = JSON.parse(readFileSync(0, "utf-8"));
const python = await loadPyodide();

for (const [name, text] of Object.entries(files)) {
  python.FS.mkdirTree(name.slice(0, name.lastIndexOf("/")));
  python.FS.writeFile(name, text);
}
python.runPython(code);
const trails = python.globals.get("all_trails")(games);
const version = python.runPython("import platform; platform.python_version()");
process.stdout.write(JSON.stringify({ version, trails }));
