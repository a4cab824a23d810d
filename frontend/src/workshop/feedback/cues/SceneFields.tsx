import type { CuePart } from "../../../api/client";
import { Amount } from "../../../ui/Amount";
import { Button } from "../../../ui/Button";
import { inputLook, selectLook } from "../../../ui/Field";
import { useWords } from "../../data";
import { useMedia } from "../../media";

type Whole = NonNullable<CuePart["scene"]>[number];
/** An act as it is written: what is usual is not said. */
type Act = Partial<Whole>;
type Does = Whole["do"] | "text" | "picture";

const ON = ["page", "prompt", "options", "meters", "note"] as const;
/** What is shown over the whole page, besides the motions that parts of it make. */
const OVER: readonly Does[] = ["embers", "snow", "count", "text", "picture"];
const MOST = 8;

const USUAL: Whole = { do: "none", on: "page", at: 0, lasts: 1.2, text: "", picture: "" };

/** Acts as they are written: what is usual is not said. */
export function written(acts: Act[]): Whole[] {
  const said = (act: Act) =>
    Object.fromEntries(
      Object.entries(act).filter(([key, value]) => value !== USUAL[key as keyof Whole]),
    );
  return acts.map(said) as unknown as Whole[];
}

function doesOf(act: Act): Does {
  if (act.text) return "text";
  return act.picture ? "picture" : (act.do ?? "none");
}

interface Props {
  acts: Act[];
  keep: (acts: Whole[]) => void;
}

/** What else a cue lets happen on the page: a short list of acts with their times. */
export function SceneFields({ acts, keep: keepWhole }: Props) {
  const keep = (next: Act[]) => keepWhole(written(next));
  const does = [...(useWords()?.motions ?? []).filter((one) => one !== "none"), ...OVER];
  const media = useMedia().filter(({ mime }) => mime.startsWith("image/"));
  const put = (n: number, fields: Partial<Act>) => keep(acts.with(n, { ...acts[n], ...fields }));
  const turn = (n: number, does: Does) => {
    const { at = 0, lasts = 1.2, on = "page" } = acts[n] ?? {};
    const shown =
      does === "text"
        ? { text: "Well!" }
        : does === "picture"
          ? { picture: media[0]?.name ?? "" }
          : { do: does, on };
    keep(acts.with(n, { at, lasts, ...shown }));
  };
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="font-bold">Scene: what else happens on the page</legend>
      {acts.length > 0 && (
        <ol className="flex flex-col gap-2">
          {acts.map((act, n) => {
            const what = doesOf(act);
            return (
              <li
                key={n}
                data-act={n + 1}
                className="flex flex-wrap items-center gap-2 border-t border-line pt-2"
              >
                <select
                  aria-label={`act ${n + 1}: what`}
                  className={selectLook}
                  value={what}
                  onChange={({ target }) => turn(n, target.value as Does)}
                >
                  {does.map((one) => (
                    <option key={one}>{one}</option>
                  ))}
                </select>
                {!OVER.includes(what) && (
                  <select
                    aria-label={`act ${n + 1}: on`}
                    className={selectLook}
                    value={act.on ?? "page"}
                    onChange={({ target }) => put(n, { on: target.value as (typeof ON)[number] })}
                  >
                    {ON.map((one) => (
                      <option key={one} value={one}>
                        on the {one}
                      </option>
                    ))}
                  </select>
                )}
                {what === "text" && (
                  <input
                    aria-label={`act ${n + 1}: text`}
                    className={`${inputLook} max-w-40`}
                    defaultValue={act.text}
                    maxLength={60}
                    onBlur={({ target }) =>
                      target.value && target.value !== act.text && put(n, { text: target.value })
                    }
                  />
                )}
                {what === "picture" && (
                  <select
                    aria-label={`act ${n + 1}: picture`}
                    className={`${selectLook} max-w-40`}
                    value={act.picture}
                    onChange={({ target }) => put(n, { picture: target.value })}
                  >
                    {media.map(({ id, name }) => (
                      <option key={id}>{name}</option>
                    ))}
                  </select>
                )}
                <Amount
                  label="at"
                  unit="s"
                  step={0.1}
                  value={act.at ?? 0}
                  keep={(at) => put(n, { at: Math.max(0, at) })}
                />
                <Amount
                  label="for"
                  unit="s"
                  step={0.1}
                  value={act.lasts ?? 1.2}
                  keep={(lasts) => put(n, { lasts: Math.max(0.2, lasts) })}
                />
                <Button small weight="quiet" onClick={() => keep(acts.toSpliced(n, 1))}>
                  Remove<span className="sr-only"> act {n + 1}</span>
                </Button>
              </li>
            );
          })}
        </ol>
      )}
      <Button
        small
        className="self-start"
        disabled={acts.length >= MOST}
        onClick={() => keep([...acts, { do: "swell", on: "meters", at: 0, lasts: 1.2 }])}
      >
        Add an act
      </Button>
    </fieldset>
  );
}
