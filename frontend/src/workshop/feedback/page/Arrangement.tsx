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

const STANDING = [
  ["score", "Score"],
  ["marks", "Marks"],
  ["count", "Count"],
] as const;
const PICTURES = [
  ["life", "A life"],
  ["right", "Right"],
  ["wrong", "Wrong"],
  ["won", "Won"],
  ["lost", "Lost"],
] as const;

/** Where things stand on the player's page, how large, and which pictures go with what happens. */
export function Arrangement({ found, change }: Props) {
  const words = useWords();
  const { look, veil } = found;
  const put = (key: string, value: unknown) => change([set(["look", key], value)]);
  return (
    <>
      <h2 className="text-xl">Where things stand</h2>
      <Choice
        label="Options as"
        values={words?.options_as ?? []}
        value={look.options ?? "lines"}
        keep={(value) => put("options", value)}
      />
      <Choice
        label="Their shape"
        values={words?.option_shapes ?? []}
        value={look.option_shape ?? "line"}
        keep={(value) => put("option_shape", value)}
      />
      <Choice
        label="Their size"
        values={words?.option_sizes ?? []}
        value={look.option_size ?? "normal"}
        keep={(value) => put("option_size", value)}
      />
      <Choice
        label="Between them"
        values={words?.option_gaps ?? []}
        value={look.option_gap ?? "narrow"}
        keep={(value) => put("option_gap", value)}
      />
      <Tick
        label="Options have their letters beside them"
        value={look.labels ?? true}
        keep={(labels) => put("labels", labels)}
      />
      <Choice
        label="Text size"
        values={words?.sizes ?? []}
        value={look.size ?? "normal"}
        keep={(value) => put("size", value)}
      />
      <Choice
        label="Question’s text"
        values={words?.sizes ?? []}
        value={look.question_size ?? "normal"}
        keep={(value) => put("question_size", value)}
      />
      <Choice
        label="Clock"
        values={words?.clock_places ?? []}
        value={look.clock ?? "above"}
        keep={(value) => put("clock", value)}
      />
      {STANDING.map(([key, said]) => (
        <Choice
          key={key}
          label={said}
          values={words?.places ?? []}
          value={look[key] ?? "above"}
          keep={(value) => put(key, value)}
        />
      ))}
      <Choice
        label="Clock as"
        values={words?.clocks_as ?? []}
        value={look.clock_as ?? "both"}
        keep={(value) => put("clock_as", value)}
      />
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
        label="The same deal can be played again"
        value={found.same_deal}
        keep={(same) => change([same ? set(["same_deal"], true) : remove(["same_deal"])])}
      />
      <h2 className="mt-2 text-xl">Pictures</h2>
      <Choice
        label="Question’s"
        values={words?.pictures_at ?? []}
        value={look.picture ?? "above"}
        keep={(value) => put("picture", value)}
      />
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
