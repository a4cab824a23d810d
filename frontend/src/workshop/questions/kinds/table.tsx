import { useQuery } from "@tanstack/react-query";
import { api } from "../../../api/client";
import { Field, selectLook } from "../../../ui/Field";
import { useShelf } from "../../data";
import { shortName } from "../../words";
import { HowMany, RolePick } from "./generated";
import { type FieldsProps, type KindForm, OWN, RoleLine, text } from "./record";

interface OneOfProps {
  label: string;
  hint?: string;
  value: string;
  values: string[];
  choose: (value: string) => void;
}

/** One of what there is; what is written and not there stays, and can be seen. */
function Among({ label, hint, value, values, choose }: OneOfProps) {
  const known = values.includes(value) || value === "" ? values : [value, ...values];
  return (
    <Field label={label} {...(hint && { hint })}>
      {(id, described) => (
        <select
          id={id}
          {...OWN}
          aria-describedby={described}
          className={`${selectLook} py-1.5`}
          value={value}
          onChange={(event) => choose(event.target.value)}
        >
          <option value="">choose …</option>
          {known.map((one) => (
            <option key={one} value={one}>
              {values.includes(one) ? one : `${one} (not there)`}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}

function TableFields(props: FieldsProps) {
  const { record, put } = props;
  const packs = useShelf().data?.packs ?? [];
  const from = text(record["from"]);
  const source = packs.find((pack) => pack.name === from || shortName(pack) === from);
  const columns = useQuery({
    queryKey: ["columns", source?.id, source?.revision],
    queryFn: () => api.columns(source?.id ?? 0),
    enabled: source !== undefined,
  }).data;
  const named = columns ? (columns.heads.length > 0 ? columns.heads : columns.rows[0]) : undefined;
  return (
    <>
      <Among
        label="Table"
        hint="the file on the shelf that holds the rows"
        value={from}
        values={packs.map(shortName)}
        choose={(name) => put({ from: name }, true)}
      />
      <Among
        label="Column of the answer"
        value={text(record["answer"])}
        values={named ?? []}
        choose={(name) => put({ answer: name }, true)}
      />
      {named && (
        <p className="text-sm text-soft">
          In the prompt, in why, the picture, its description and the sound, these stand for a cell:{" "}
          <span className="font-mono">{named.map((name) => `{${name}}`).join(" ")}</span>
        </p>
      )}
      <RoleLine {...props} role="parted by" label="Several answers in a cell are separated by" />
      <div className="grid grid-cols-3 gap-3">
        <RolePick {...props} role="ask" label="Asked as" values={["choice", "typed"]} />
        <HowMany {...props} />
      </div>
    </>
  );
}

export const table: KindForm = {
  fresh: { answer: "", from: "" },
  from: () => ({ answer: "", from: "" }),
  Fields: TableFields,
};
