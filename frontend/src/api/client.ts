import type { components } from "./schema";

type Shapes = components["schemas"];
export type Shelf = Shapes["ShelfOut"];
export type Pack = Shapes["PackOut"];
export type Line = Shapes["LineOut"];
export type Lines = Shapes["LinesOut"];
export type Question = Shapes["QuestionOut"];
export type Snag = Shapes["SnagOut"];
export type Game = Shapes["GameOut"];
export type Words = Shapes["WordsOut"];
export type Invitation = Shapes["InvitationOut"];
export type PlayStart = Shapes["PlayIn"];
export type Play = Shapes["PlayOut"];
export type View = Shapes["View"];
export type Move = Shapes["MoveIn"];

/** What the server said in refusing a request; `status` is 0 where it could not be reached. */
export class Problem extends Error {
  constructor(
    message: string,
    readonly status: number,
  ) {
    super(message);
  }
}

async function ask<T>(method: string, path: string, body?: unknown): Promise<T> {
  const form = body instanceof FormData;
  const init: RequestInit = { method };
  if (body !== undefined) {
    init.body = form ? body : JSON.stringify(body);
    if (!form) init.headers = { "content-type": "application/json" };
  }
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch {
    throw new Problem("The workshop can't be reached. Is it still running?", 0);
  }
  if (!response.ok) throw new Problem(await refusal(response), response.status);
  return (await response.json()) as T;
}

async function refusal(response: Response): Promise<string> {
  const body: unknown = await response.json().catch(() => null);
  const detail = body && typeof body === "object" && "detail" in body ? body.detail : null;
  if (typeof detail === "string") return detail;
  if (Array.isArray(detail) && detail.length > 0) {
    const first = detail[0] as { loc?: unknown[]; msg?: string };
    return `${String(first.loc?.at(-1) ?? "This")}: ${first.msg ?? "can't be used"}.`;
  }
  return `The server refused this (${response.status}).`;
}

const workshop = "/api/workshop";
const players = "/api/players";

export const api = {
  shelf: () => ask<Shelf>("GET", `${workshop}/shelf`),
  words: () => ask<Words>("GET", `${workshop}/words`),
  pack: (id: number) => ask<Pack>("GET", `${workshop}/packs/${id}`),
  bring: (file: File) => {
    const form = new FormData();
    form.append("file", file);
    return ask<Pack>("POST", `${workshop}/packs`, form);
  },
  paste: (name: string, text: string) =>
    ask<Pack>("POST", `${workshop}/packs/paste`, { name, text }),
  lines: (id: number, offset: number, limit: number) =>
    ask<Lines>("GET", `${workshop}/packs/${id}/lines?offset=${offset}&limit=${limit}`),
  changeLine: (id: number, number: number, raw: string | null, revision: number) =>
    ask<Pack>("PUT", `${workshop}/packs/${id}/lines/${number}`, { raw, revision }),
  undoPack: (id: number) => ask<Pack>("POST", `${workshop}/packs/${id}/undo`),
  redoPack: (id: number) => ask<Pack>("POST", `${workshop}/packs/${id}/redo`),
  newGame: (pack_id: number, title: string) =>
    ask<Game>("POST", `${workshop}/games`, { pack_id, title }),
  game: (id: number) => ask<Game>("GET", `${workshop}/games/${id}`),
  saveGame: (id: number, text: string, revision: number) =>
    ask<Game>("PUT", `${workshop}/games/${id}`, { text, revision }),
  setDice: (id: number, dice: number | null) =>
    ask<Game>("PUT", `${workshop}/games/${id}/dice`, { dice }),
  invitation: (slug: string) => ask<Invitation>("GET", `${players}/games/${slug}`),
  startPlay: (slug: string, start: PlayStart) =>
    ask<Play>("POST", `${players}/games/${slug}/plays`, start),
};

export const packFile = (id: number) => `${workshop}/packs/${id}/file`;
export const gameFile = (id: number) => `${workshop}/games/${id}/file`;

export function livePath(play: string): string {
  const scheme = location.protocol === "https:" ? "wss" : "ws";
  return `${scheme}://${location.host}${players}/plays/${play}/live`;
}
