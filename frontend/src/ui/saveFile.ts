/** Lets whoever is at the page save a text as a file. */
export function saveFile(name: string, text: string, mime = "application/jsonl") {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([text], { type: mime }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
