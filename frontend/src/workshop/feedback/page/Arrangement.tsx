import type { Edit, FeedbackOf } from "../../../api/client";
import { Choice } from "../../../ui/Choice";
import { Tick } from "../../../ui/Tick";
import { useWords } from "../../data";
import { remove, set } from "../../rules/rows";
import { FileChoice } from "./FileChoice";

interface Props {
  found: FeedbackOf;
  change: (edits: Edit[]) => void;
}

/** A choice of the look: what it is called, the words it is chosen from, and the one that holds unsaid. */
const OF_OPTIONS = [
  ["options", "Options as", "options_as", "lines"],
  ["option_shape", "Their shape", "option_shapes", "line"],
  ["option_size", "Their size", "option_sizes", "normal"],
  ["option_gap", "Between them", "option_gaps", "narrow"],
] as const;
const OF_THE_PAGE = [
  ["size", "Text size", "sizes", "normal"],
  ["question_size", "Question’s text", "sizes", "normal"],
  ["clock", "Clock", "clock_places", "above"],
  ["score", "Score", "places", "above"],
  ["marks", "Marks", "places", "above"],
  ["count", "Count", "places", "above"],
  ["clock_as", "Clock as", "clocks_as", "both"],
] as const;
const OF_PICTURES = [["picture", "Question’s", "pictures_at", "above"]] as const;
const PICTURES = [
  ["life", "A life"],
  ["right", "Right"],
  ["wrong", "Wrong"],
  ["won", "Won"],
  ["lost", "Lost"],
] as const;

/** Where things stand on the player's page, how large, and which pictures go with what happens. */
export function Arrangement({ found, change }: Props) {
  const { look, veil } = found;
  const put = (key: string, value: unknown) => change([set(["look", key], value)]);
  return (
    <>
      <h2 className="text-xl">Where things stand</h2>
      <Choices of={OF_OPTIONS} look={look} put={put} />
      <Tick
        label="Options have their letters beside them"
        value={look.labels ?? true}
        keep={(labels) => put("labels", labels)}
      />
      <Choices of={OF_THE_PAGE} look={look} put={put} />
      <Tick
        label="The title stays in sight"
        value={look.title ?? false}
        keep={(title) => put("title", title)}
      />
      <Tick
        label="The questions are shown one by one at the end"
        value={found.review}
        keep={(review) => change([review ? remove(["review"]) : set(["review"], false)])}
      />
      <Tick
        label="How it went by topic is shown at the end"
        value={found.review_by === "topic"}
        keep={(by) => change([by ? set(["review"], { by: "topic" }) : remove(["review"])])}
      />
      <Tick
        label="The same deal can be played again"
        value={found.same_deal}
        keep={(same) => change([same ? set(["same_deal"], true) : remove(["same_deal"])])}
      />
      <h2 className="mt-2 text-xl">Pictures</h2>
      <Choices of={OF_PICTURES} look={look} put={put} />
      <FileChoice
        label="Behind all"
        kind="image"
        value={look.behind ?? ""}
        keep={(file) => put("behind", file)}
      />
      {look.behind && (
        <p className="text-sm text-soft" data-veil={veil}>
          The ground covers {Math.round(100 * veil)} % of it, so that text keeps 4.5 : 1 on its
          lightest and its darkest spot.
        </p>
      )}
      {PICTURES.map(([key, said]) => (
        <FileChoice
          key={key}
          label={said}
          kind="image"
          value={look.pictures?.[key] ?? ""}
          keep={(file) => change([set(["look", "pictures", key], file)])}
        />
      ))}
    </>
  );
}

interface ChoicesProps {
  of: typeof OF_OPTIONS | typeof OF_THE_PAGE | typeof OF_PICTURES;
  look: FeedbackOf["look"];
  put: (key: string, value: unknown) => void;
}

/** Choices of the look, one after another. */
function Choices({ of, look, put }: ChoicesProps) {
  const words = useWords();
  return of.map(([key, label, values, unsaid]) => (
    <Choice
      key={key}
      label={label}
      values={words?.[values] ?? []}
      value={look[key] ?? unsaid}
      keep={(value) => put(key, value)}
    />
  ));
}
