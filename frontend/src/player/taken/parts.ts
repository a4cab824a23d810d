/** The parts that a page carries in elements which no browser runs: gzip in base64. */
const element = (name: string) => document.querySelector<HTMLElement>(`[data-part="${name}"]`);

/** What a part is: its type, or the class of the engine that it holds. */
export const what = (name: string) => element(name)?.dataset["what"] ?? "";

/** A part, unpacked. */
export async function part(name: string): Promise<Response> {
  const found = element(name);
  if (!found) throw new Error(`This page has no part ${name}.`);
  const packed = await fetch(`data:application/gzip;base64,${found.textContent}`);
  if (!packed.body) throw new Error(`The part ${name} is empty.`);
  const mime = name.endsWith(".wasm") ? "application/wasm" : (found.dataset["what"] ?? "");
  const stream = packed.body.pipeThrough(new DecompressionStream("gzip"));
  return new Response(stream, { headers: { "Content-Type": mime } });
}

/** The address of a part, for pictures and sounds; it is unpacked once. */
export async function addressOf(name: string, mime?: string): Promise<string> {
  const bytes = await (await part(name)).arrayBuffer();
  const type = mime ?? element(name)?.dataset["what"] ?? "";
  return URL.createObjectURL(new Blob([bytes], { type }));
}

/** The addresses of all pictures and sounds, by their digests. */
export async function filesHere(): Promise<Map<string, string>> {
  const digests = [...document.querySelectorAll<HTMLElement>("[data-part]")]
    .map(({ dataset }) => dataset["part"] ?? "")
    .filter((name) => /^[0-9a-f]{64}$/.test(name));
  return new Map(
    await Promise.all(digests.map(async (name) => [name, await addressOf(name)] as const)),
  );
}
