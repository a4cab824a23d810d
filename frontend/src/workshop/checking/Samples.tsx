import clsx from "clsx";
import type { Tried } from "../../api/client";
import { Button } from "../../ui/Button";
import { Verdict } from "./Steps";

interface Props {
  samples: Tried[];
  own: string[];
  before: Record<string, string>;
  typedIn: boolean;
  pin: (text: string, must: "" | "right" | "wrong") => void;
  accept: (text: string) => void;
  forget: (text: string) => void;
}

/** A standing list of inputs with their verdicts; those that changed with the last setting are marked. */
export function Samples({ samples, own, before, typedIn, pin, accept, forget }: Props) {
  return (
    <table className="w-full border-collapse text-left">
      <caption className="sr-only">Sample answers and their verdicts</caption>
      <thead>
        <tr className="border-b border-edge text-sm text-soft">
          <th className="py-1 pr-3 font-normal">Input (· is a blank)</th>
          <th className="pr-3 font-normal">What it is</th>
          <th className="pr-3 font-normal">Verdict</th>
          <th className="pr-3 font-normal">Must be</th>
          <th className="font-normal">
            <span className="sr-only">Do</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {samples.map((one) => {
          const was = before[one.text];
          const changed = was !== undefined && was !== one.verdict;
          const broken = one.must !== "" && (one.verdict === "right") !== (one.must === "right");
          return (
            <tr
              key={one.text}
              data-sample={one.text}
              data-verdict={one.verdict}
              data-changed={changed || undefined}
              className={clsx("border-b border-line", changed && "bg-straw")}
            >
              <td className="max-w-56 py-1.5 pr-3 font-mono text-[0.95rem] break-all whitespace-pre-wrap">
                {one.text === "" ? <span className="text-soft">(nothing)</span> : dotted(one.text)}
              </td>
              <td className="pr-3 text-soft">{one.about || "your own"}</td>
              <td className="pr-3 whitespace-nowrap" title={one.steps.join(" → ")}>
                <Verdict verdict={one.verdict} />
                {changed && <span className="text-sm"> was {was}</span>}
              </td>
              <td className="pr-3">
                <span className="flex gap-1">
                  {(["right", "wrong"] as const).map((must) => (
                    <button
                      key={must}
                      type="button"
                      aria-pressed={one.must === must}
                      aria-label={`‘${one.text}’ must be ${must}`}
                      onClick={() => pin(one.text, one.must === must ? "" : must)}
                      className={clsx(
                        "rounded-sm border px-1.5 text-sm",
                        one.must !== must && "border-line text-soft hover:border-pine",
                        one.must === must && !broken && "border-pine bg-moss text-pine",
                        one.must === must && broken && "border-ember bg-blush text-ember",
                      )}
                    >
                      {must}
                    </button>
                  ))}
                </span>
              </td>
              <td className="text-right whitespace-nowrap">
                {typedIn && one.verdict !== "right" && one.text.trim() !== "" && (
                  <Button small weight="quiet" onClick={() => accept(one.text)}>
                    Accept it too<span className="sr-only">: {one.text}</span>
                  </Button>
                )}
                {own.includes(one.text) && one.pin < 0 && (
                  <Button small weight="quiet" onClick={() => forget(one.text)}>
                    Forget<span className="sr-only"> {one.text}</span>
                  </Button>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** Blanks made visible. */
function dotted(text: string): string {
  return text.replace(/ /g, "·").slice(0, 300);
}
