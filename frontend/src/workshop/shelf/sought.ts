export type Order = "name" | "date";

/** The things of a shelf whose names hold all the words, in an order. */
export function sought<Thing extends { updated: string }>(
  things: Thing[],
  nameOf: (thing: Thing) => string,
  words: string,
  order: Order,
): Thing[] {
  const wanted = words.toLocaleLowerCase().split(/\s+/).filter(Boolean);
  const found = things.filter((thing) => {
    const name = nameOf(thing).toLocaleLowerCase();
    return wanted.every((word) => name.includes(word));
  });
  return found.sort((one, other) =>
    order === "name"
      ? nameOf(one).localeCompare(nameOf(other), undefined, { numeric: true })
      : other.updated.localeCompare(one.updated),
  );
}
