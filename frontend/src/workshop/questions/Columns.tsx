import { Tick } from "../../ui/Tick";
import { useMutation, useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { api, type Columns, type Pack, type Settings } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field, inputLook, selectLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";
import { useShow, useWords } from "../data";
import { counted } from "../words";
import { Select } from "./Filters";

interface Props {
  pack: Pack;
  open: boolean;
  onClose: () => void;
}

/** What the columns of a pack are read as, to be changed after reading. */
export function ColumnsSheet({ pack, open, onClose }: Props) {
  const show = useShow();
  const columns = useQuery({
    queryKey: ["columns", pack.id, pack.revision],
    queryFn: () => api.columns(pack.id),
    enabled: open,
  });
  const save = useMutation({
    mutationFn: (settings: Settings) => api.changeColumns(pack.id, settings, pack.revision),
    onSuccess: async (now) => {
      await show.pack(now);
      onClose();
    },
  });
  return (
    <Sheet
      wide
      open={open}
      onClose={onClose}
      title="Columns"
      about="What each column of the file is read as. Undo brings the old reading back."
    >
      {columns.data && (
        <ColumnsForm
          key={pack.revision}
          columns={columns.data}
          label="Read it so"
          busy={save.isPending}
          done={(settings) => save.mutate(settings)}
          leave={onClose}
        />
      )}
      {(columns.error ?? save.error) && (
        <Notice tone="bad">{(columns.error ?? save.error)?.message}</Notice>
      )}
    </Sheet>
  );
}

interface FormProps {
  columns: Columns;
  label: string;
  busy: boolean;
  done: (settings: Settings) => void;
  leave: () => void;
  look?: (settings: Settings) => void;
}

/** What answers carry: many roles, which few files have. */
const CARRIED = /^(expected$|says |value |adds )/;

/** The roles of the columns over the first rows of a file. */
export function ColumnsForm({ columns, label, busy, done, leave, look }: FormProps) {
  const [settings, setSettings] = useState<Settings>({ ...columns.settings, delimiter: null });
  const roles = settings.roles ?? columns.roles;
  const isRows = roles.length > 0 && roles.every((role) => role === "unused");
  const isLists = roles.includes("group") && !roles.includes("prompt");
  const set = (change: Partial<Settings>) => {
    const next = { ...settings, ...change };
    setSettings(next);
    look?.(next);
  };
  if (columns.format !== "table") {
    return (
      <Named
        format={columns.format}
        leave={leave}
        go={
          look && (
            <Button weight="main" disabled={busy} onClick={() => done(settings)}>
              {label}
            </Button>
          )
        }
      />
    );
  }
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-center gap-4">
        <Tick
          label="The first line names the columns"
          value={settings.header ?? columns.header}
          keep={(header) => set({ header, roles: null })}
        />
        <label className="flex items-center gap-2">
          Separated by
          <Select
            label="Separated by"
            value={settings.delimiter ?? columns.settings.delimiter ?? "tab"}
            options={[
              ["tab", "tabs"],
              ["comma", "commas"],
              ["semicolon", "semicolons"],
            ]}
            choose={(delimiter) =>
              set({ delimiter: delimiter as "tab" | "comma" | "semicolon", roles: null })
            }
          />
        </label>
        <Tick
          label="Rows of a table: no questions themselves"
          value={isRows}
          keep={(rows) =>
            set({ header: true, roles: rows ? roles.map(() => "unused" as const) : null })
          }
        />
        {isLists && <ListsAsk settings={settings} set={set} />}
      </div>
      {isLists && <Wordings settings={settings} set={set} />}
      <FirstRows columns={columns} roles={roles} set={set} />
      <div className="flex items-center justify-end gap-2">
        <p className="mr-auto text-soft" role="status">
          As it is now: {counted(columns.questions, "question")},{" "}
          {columns.to_mend === 0 ? "no snags" : counted(columns.to_mend, "snag")}.
        </p>
        <Button onClick={leave}>Cancel</Button>
        <Button weight="main" disabled={busy} onClick={() => done(settings)}>
          {label}
        </Button>
      </div>
    </div>
  );
}

interface NamedProps {
  format: string;
  go: ReactNode;
  leave: () => void;
}

/** In place of columns, of a file whose values have names. */
function Named({ format, go, leave }: NamedProps) {
  return (
    <>
      <p>
        This is {format.toUpperCase()}: every value is named in the file, so there are no columns to
        set. Change the names in the file.
      </p>
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={leave}>Cancel</Button>
        {go}
      </div>
    </>
  );
}

interface WordingProps {
  label: string;
  value: string;
  keep: (wording: string) => void;
}

/** How the questions of lists are worded. */
function Wording({ label, value, keep }: WordingProps) {
  return (
    <Field label={label}>
      {(id) => (
        <input
          id={id}
          className={inputLook}
          defaultValue={value}
          maxLength={500}
          onBlur={({ target }) => target.value.trim() && keep(target.value.trim())}
        />
      )}
    </Field>
  );
}

interface PartProps {
  settings: Settings;
  set: (change: Partial<Settings>) => void;
}

/** What columns that are lists of members give. */
function ListsAsk({ settings, set }: PartProps) {
  return (
    <label className="flex items-center gap-2">
      The lists ask
      <Select
        label="The lists ask"
        value={settings.lists ?? "sort"}
        options={[
          ["sort", "which group a member belongs to"],
          ["odd", "which one does not belong"],
          ["both", "both"],
        ]}
        choose={(lists) => set({ lists: lists as "sort" | "odd" | "both" })}
      />
    </label>
  );
}

function Wordings({ settings, set }: PartProps) {
  return (
    <div className="grid grid-cols-2 gap-4">
      {settings.lists !== "odd" && (
        <Wording
          label="Asked of a member ({member})"
          value={settings.ask_member ?? ""}
          keep={(ask_member) => set({ ask_member })}
        />
      )}
      {settings.lists !== "sort" && (
        <Wording
          label="Asked of several"
          value={settings.ask_odd ?? ""}
          keep={(ask_odd) => set({ ask_odd })}
        />
      )}
    </div>
  );
}

interface RowsProps {
  columns: Columns;
  roles: NonNullable<Settings["roles"]>;
  set: (change: Partial<Settings>) => void;
}

/** The first rows of a file, under what each of its columns is. */
function FirstRows({ columns, roles, set }: RowsProps) {
  const words = useWords();
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="The first rows">
      <table className="text-sm">
        <thead>
          <tr>
            {roles.map((role, place) => (
              <th key={place} className="border-b border-line px-2 pb-1 text-left">
                <span className="block max-w-40 truncate font-normal text-soft">
                  {columns.heads[place] ?? `column ${place + 1}`}
                </span>
                <select
                  aria-label={`Column ${place + 1} is`}
                  className={selectLook}
                  value={role}
                  onChange={(event) =>
                    set({
                      roles: roles.with(place, event.target.value as (typeof roles)[number]),
                    })
                  }
                >
                  {words?.roles
                    .filter((one) => !CARRIED.test(one))
                    .map((one) => (
                      <option key={one}>{one}</option>
                    ))}
                  <optgroup label="What answers carry">
                    {words?.roles
                      .filter((one) => CARRIED.test(one))
                      .map((one) => (
                        <option key={one}>{one}</option>
                      ))}
                  </optgroup>
                </select>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {columns.rows.map((row, n) => (
            <tr key={n}>
              {roles.map((_, place) => (
                <td key={place} className="max-w-48 truncate border-b border-line px-2 py-1">
                  {row[place]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
