import type { RuleRow } from "../../api/client";
import { Button } from "../../ui/Button";
import { Cell } from "./Cell";
import { askFocus } from "./focus";
import { type Change, type Path, set, setOrRemove, textOf, type Words } from "./rows";
import { Dim, Part } from "./Sentence";

interface Props {
  path: Path;
  what: string;
  tell: NonNullable<RuleRow["tell"]>;
  words: Words;
  change: Change;
  cancel?: () => void;
  placeholder?: string;
}

/** What is told: a text; or several, of which one is, never the same twice in a row. */
export function Tell({ path, what, tell, words, change, cancel, placeholder }: Props) {
  const texts = typeof tell === "string" ? [tell] : tell;
  const at = [...path, "tell"];
  const keep = (place: number, text: string) => {
    const now = texts.with(place, text).filter((one) => one !== "");
    change([now.length > 1 ? set(at, now) : setOrRemove(at, now[0] ?? "")]);
  };
  return (
    <>
      {texts.map((text, place) => (
        <Part key={place}>
          <Dim>{place === 0 ? "tell" : "or"}</Dim>
          <Cell
            {...textOf(words)}
            label={place === 0 ? `${what}: tell` : `${what}: tell ${place + 1}`}
            kind="template"
            value={text}
            {...(placeholder && { placeholder })}
            {...(cancel && place === 0 && { cancel })}
            keep={(now) => keep(place, now)}
          />
        </Part>
      ))}
      {texts[0] !== "" && texts.length < 20 && (
        <Button
          small
          weight="quiet"
          title="One of several is told, never the same twice in a row"
          onClick={() => {
            askFocus(`${what}: tell ${texts.length + 1}`, words.revision);
            change([set(at, [...texts, "…"])], `${what}: tell ${texts.length + 1}`);
          }}
        >
          or …<span className="sr-only"> another text for {what}</span>
        </Button>
      )}
    </>
  );
}
