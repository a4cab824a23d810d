import { Field, selectLook } from "../../../ui/Field";
import { type FieldsProps, RoleLine, text } from "./record";

interface PickProps extends FieldsProps {
  role: string;
  label: string;
  values: readonly string[];
}

/** A choice of a few words for a role of the record; the first holds where nothing is written. */
export function RolePick({ record, put, role, label, values }: PickProps) {
  return (
    <Field label={label}>
      {(id) => (
        <select
          id={id}
          className={`${selectLook} py-1.5`}
          value={text(record[role]) || values[0]}
          onChange={(event) => put({ [role]: event.target.value }, true)}
        >
          {values.map((value) => (
            <option key={value}>{value}</option>
          ))}
        </select>
      )}
    </Field>
  );
}

/** How many options, and how often a generated question is asked. */
export function HowMany(props: FieldsProps) {
  return (
    <>
      <RoleLine {...props} role="choices" label="Options" />
      <RoleLine
        {...props}
        role="times"
        label="Times"
        hint="how many of its questions a play asks; blank: one, of a table each row"
      />
    </>
  );
}
