import createClient from "openapi-fetch";
import type { components, paths } from "./schema";
import type { Settings } from "./shapes";

/** What the server said in refusing a request; `status` is 0 where it could not be reached. */
export class Problem extends Error {
  constructor(
    message: string,
    readonly status: number,
  ) {
    super(message);
  }
}
export const { GET, POST, PUT, DELETE } = createClient<paths>({ fetch: reaching });

async function reaching(request: Request): Promise<Response> {
  try {
    return await fetch(request);
  } catch (error) {
    if (request.signal.aborted) throw error; // nobody waits for it
    throw new Problem("The workshop can't be reached. Is it still running?", 0);
  }
}

/** What was answered. Raises a Problem where the server refused. */
export async function told<T>(
  asked: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  const { data, error, response } = await asked;
  if (!response.ok) throw new Problem(refusal(error, response.status), response.status);
  return data as T;
}

function refusal(body: unknown, status: number): string {
  const said = (body as Partial<components["schemas"]["Refusal"]> | undefined)?.detail;
  return said ?? `The server refused this (${status}).`;
}

/** A file to be sent, which the description of the API has as a text. */
export const sent = (file: File, settings?: Settings) =>
  fileOnly(file, { settings: JSON.stringify(settings ?? {}) });

function bodySerializer(body: Record<string, unknown>) {
  const form = new FormData();
  for (const [name, value] of Object.entries(body)) form.append(name, value as string | Blob);
  return form;
}

/** A file to be sent, with other fields of a form beside it. */
export function fileOnly<Fields extends Record<string, string>>(file: File, fields?: Fields) {
  return {
    body: { file: file as unknown as string, ...fields } as { file: string } & Fields,
    bodySerializer,
  };
}

export const ofPack = (pack_id: number) => ({ path: { pack_id } });
export const ofQuestion = (pack_id: number, number: number) => ({ path: { pack_id, number } });
export const ofHandout = (handout_id: number) => ({ path: { handout_id } });
export const ofGame = (game_id: number) => ({ path: { game_id } });
