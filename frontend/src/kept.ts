/** What this browser keeps under a key; undefined where there is nothing, or something else wrote there. */
export function kept(key: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(key) ?? "null") ?? undefined;
  } catch {
    return undefined;
  }
}

/** The same where it is an object: whatever its fields are. */
export function keptObject(key: string): Record<string, unknown> | undefined {
  const found = kept(key);
  return typeof found === "object" && !Array.isArray(found) ? { ...found } : undefined;
}
