import { HowMany, RolePick } from "./generated";
import { type FieldsProps, type KindForm, RoleLine } from "./record";

function TableFields(props: FieldsProps) {
  return (
    <>
      <RoleLine
        {...props}
        own
        role="from"
        label="Table"
        hint="the file on the shelf that holds the rows; {column} names a cell, in the prompt, in why, picture and sound"
      />
      <RoleLine {...props} own role="answer" label="Column of the answer" />
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
