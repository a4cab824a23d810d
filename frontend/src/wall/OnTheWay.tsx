import clsx from "clsx";
import { useTexts } from "../player/texts";
import { type Group, initials, placed } from "./placing";
import type { Mark } from "./useWall";

/** Everybody on the map: one mark each, or one for several where they would hide one another. */
export function OnTheWay({ marks }: { marks: Mark[] }) {
  const t = useTexts();
  return (
    <ul
      aria-label={t("wall.place")}
      className="absolute inset-x-6 top-28 bottom-6"
      data-marks={marks.length}
    >
      {placed(marks).map((group) => (
        <li
          key={group.key}
          data-gathered={group.marks.length}
          className="absolute flex w-[9.2rem] -translate-x-1/2 -translate-y-1/2 flex-col items-center transition-[left,top] duration-1000 motion-reduce:transition-none"
          style={{ left: `${group.left}%`, top: `${group.top}%` }}
        >
          <Sign group={group} />
        </li>
      ))}
    </ul>
  );
}

function Sign({ group: { marks } }: { group: Group }) {
  const t = useTexts();
  const [first] = marks;
  if (!first) return null;
  const there = marks.every(({ state }) => state === "over");
  const many = marks.length > 1;
  const name = first.name || (many ? "" : t("wall.somebody"));
  return (
    <>
      <span
        aria-hidden="true"
        className={clsx(
          "flex size-16 items-center justify-center border-4 border-pine text-[1.75rem] leading-none font-bold",
          many ? "rounded-md" : "rounded-full",
          there ? "bg-pine text-sheet" : "bg-sheet text-ink",
        )}
      >
        {many ? t.number(marks.length) : initials(first.name) || "·"}
      </span>
      <span className="flex max-w-full gap-2 rounded-sm bg-paper/85 px-1 text-[1.75rem] leading-9">
        <span className="truncate">{name}</span>
        {many && <span>+{t.number(marks.length - 1)}</span>}
      </span>
    </>
  );
}
