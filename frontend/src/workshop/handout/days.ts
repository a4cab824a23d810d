const shown = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });

/** A day and a time as a maker reads them. */
export const day = (time: string) => shown.format(new Date(time));

/** A time as its field wants it: where the maker is, to the minute. */
export function toField(time: string | null | undefined): string {
  if (!time) return "";
  const at = new Date(time);
  return new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
}

/** A time from its field, with its zone. */
export const fromField = (text: string) => (text ? new Date(text).toISOString() : null);
