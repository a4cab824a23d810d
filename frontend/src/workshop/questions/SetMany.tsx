import { type FormEvent, useState } from "react";
import { Button } from "../../ui/Button";
import { Field, inputLook } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { counted } from "../words";

const FIELDS = [
  ["topic", "Topic"],
  ["level", "Level, 1 to 5"],
  ["worth", "Worth"],
  ["seconds", "Seconds"],
  ["misses", "Misses allowed (letters)"],
] as const;

type Fields = Partial<Record<(typeof FIELDS)[number][0], string>>;

interface Props {
  count: number;
  set: (fields: Fields) => void;
  close: () => void;
}

/** Topic, level and the like for all chosen questions at once; what is not ticked stays as it is. */
export function SetMany({ count, set, close }: Props) {
  const [fields, setFields] = useState<Fields>({});
  const keep = (event: FormEvent) => {
    event.preventDefault();
    set(fields);
    close();
  };
  return (
    <Sheet
      open
      onClose={close}
      title={`Set for ${counted(count, "question")}`}
      about="What is left blank stays as it is in each question."
    >
      <form onSubmit={keep} className="flex flex-col gap-4">
        <div className="grid grid-cols-2 gap-4">
          {FIELDS.map(([role, label]) => (
            <div key={role}>
              <Field label={label}>
                {(id) => (
                  <input
                    id={id}
                    className={inputLook}
                    disabled={fields[role] === ""}
                    value={fields[role] ?? ""}
                    onChange={({ target }) => {
                      const rest = without(fields, role);
                      setFields(target.value === "" ? rest : { ...rest, [role]: target.value });
                    }}
                  />
                )}
              </Field>
              <label className="mt-1 flex items-center gap-1.5 text-sm text-soft">
                <input
                  type="checkbox"
                  className="accent-pine"
                  checked={fields[role] === ""}
                  onChange={({ target }) => {
                    const rest = without(fields, role);
                    setFields(target.checked ? { ...rest, [role]: "" } : rest);
                  }}
                />
                remove it<span className="sr-only">: {label}</span>
              </label>
            </div>
          ))}
        </div>
        <div className="flex justify-end gap-2">
          <Button onClick={close}>Cancel</Button>
          <Button type="submit" weight="main" disabled={Object.keys(fields).length === 0}>
            Set
          </Button>
        </div>
      </form>
    </Sheet>
  );
}

function without(fields: Fields, role: keyof Fields): Fields {
  return Object.fromEntries(Object.entries(fields).filter(([one]) => one !== role));
}
