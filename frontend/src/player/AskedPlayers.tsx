import { useRef } from "react";
import type { Invitation } from "../api/client";
import { Button } from "../ui/Button";
import { inputLook } from "../ui/Field";
import { useTexts } from "./texts";

interface Props {
  asks: NonNullable<Invitation["players"]>;
  names: string[];
  set: (names: string[]) => void;
}

/** Who plays in turn: their names in the order of their turns, or only how many they are. */
export function AskedPlayers({ asks, names, set }: Props) {
  const t = useTexts();
  const list = useRef<HTMLOListElement>(null);
  const only = asks.ask === "number";
  const put = (place: number, name: string) =>
    set(names.map((one, n) => (n === place ? name : one)));
  const focus = (place: number) =>
    requestAnimationFrame(() => list.current?.querySelectorAll("input")[place]?.focus());
  const remove = (place: number) => {
    set(names.filter((_, n) => n !== place));
    focus(Math.max(0, place - 1));
  };
  const earlier = (place: number) => {
    const moved = [...names];
    moved.splice(place - 1, 0, ...moved.splice(place, 1));
    set(moved);
    focus(place - 1);
  };
  const add = () => {
    set([...names, ""]);
    focus(names.length);
  };
  return (
    <fieldset data-players={names.length}>
      <legend className="mb-1 text-sm font-bold">
        {t(only ? "players.how_many" : "players.who")}
      </legend>
      {only ? (
        <select
          aria-label={t("players.how_many")}
          className={inputLook}
          value={names.length}
          onChange={({ target }) =>
            set(Array.from({ length: Number(target.value) }, (_, n) => names[n] ?? ""))
          }
        >
          {Array.from({ length: asks.most - asks.least + 1 }, (_, n) => (
            <option key={n} value={asks.least + n}>
              {t.number(asks.least + n)}
            </option>
          ))}
        </select>
      ) : (
        <>
          <ol ref={list} className="flex flex-col gap-2">
            {names.map((name, n) => (
              <li key={n} className="flex items-center gap-2">
                <span aria-hidden="true" className="w-5 font-head text-xl text-pine">
                  {t.number(n + 1)}
                </span>
                <input
                  aria-label={t("players.name", { n: n + 1 })}
                  className={inputLook}
                  value={name}
                  maxLength={40}
                  autoComplete="off"
                  placeholder={t("players.nameless", { n: n + 1 })}
                  onChange={({ target }) => put(n, target.value)}
                />
                <Button
                  small
                  disabled={n === 0}
                  aria-label={t("players.earlier", { n: n + 1 })}
                  title={t("players.earlier", { n: n + 1 })}
                  onClick={() => earlier(n)}
                >
                  <span aria-hidden="true">↑</span>
                </Button>
                <Button
                  small
                  disabled={names.length <= asks.least}
                  aria-label={t("players.remove", { n: n + 1 })}
                  title={t("players.remove", { n: n + 1 })}
                  onClick={() => remove(n)}
                >
                  <span aria-hidden="true">×</span>
                </Button>
              </li>
            ))}
          </ol>
          {names.length < asks.most && (
            <Button small className="mt-2 ms-7" onClick={add}>
              {t("players.more")}
            </Button>
          )}
        </>
      )}
    </fieldset>
  );
}

/** Whether two of some players would be called the same. */
export function alike(names: string[]): boolean {
  const called = names.map((name) => name.trim()).filter(Boolean);
  return new Set(called).size < called.length;
}
