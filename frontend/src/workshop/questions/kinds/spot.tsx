import { type KeyboardEvent, type PointerEvent, useRef, useState } from "react";
import { type Area, areaOf, Areas, areaText, type Place } from "../../../ui/Areas";
import { Button } from "../../../ui/Button";
import { inputLook } from "../../../ui/Field";
import { OneOf } from "../../../ui/OneOf";
import { useMedia } from "../../media";
import { ExpectedFields } from "./carried";
import { type FieldsProps, type KindForm, list, RoleLine, text } from "./record";

const BEGUN = "circle 50 50 10";
/** Percent: the smallest that is drawn, not clicked. */
const DRAWN = 1.5;

const within = (value: number) => Math.min(100, Math.max(0, value));

/** An area moved by so much, as far as the picture goes. */
function moved({ shape, numbers }: Area, [dx, dy]: Place): Area {
  if (shape === "circle") {
    const [x = 50, y = 50, radius = 10] = numbers;
    return { shape, numbers: [within(x + dx), within(y + dy), radius] };
  }
  const xs = numbers.filter((_, n) => n % 2 === 0);
  const ys = numbers.filter((_, n) => n % 2 === 1);
  const x = Math.min(100 - Math.max(...xs), Math.max(-Math.min(...xs), dx));
  const y = Math.min(100 - Math.max(...ys), Math.max(-Math.min(...ys), dy));
  return { shape, numbers: numbers.map((one, n) => one + (n % 2 ? y : x)) };
}

/** An area made wider and higher by so much. */
function resized({ shape, numbers }: Area, [dx, dy]: Place): Area {
  if (shape === "circle")
    return { shape, numbers: numbers.with(2, Math.max(1, (numbers[2] ?? 10) + dx + dy)) };
  const grown = (axis: number, by: number) => {
    const along = numbers.filter((_, n) => n % 2 === axis);
    const low = Math.min(...along);
    const size = Math.max(1, Math.max(...along) - low);
    return (one: number) => within(low + ((one - low) * Math.max(1, size + by)) / size);
  };
  const [wider, higher] = [grown(0, dx), grown(1, dy)];
  return { shape, numbers: numbers.map((one, n) => (n % 2 ? higher(one) : wider(one))) };
}

/** What is drawn from one place to another. */
function drawn(shape: string, [x, y]: Place, [u, v]: Place): Area {
  if (shape === "circle") return { shape, numbers: [x, y, Math.max(1, Math.hypot(u - x, v - y))] };
  return { shape, numbers: [Math.min(x, u), Math.min(y, v), Math.max(x, u), Math.max(y, v)] };
}

function holds({ shape, numbers }: Area, [x, y]: Place): boolean {
  const [a = 0, b = 0, c = 0] = numbers;
  if (shape === "circle") return Math.hypot(x - a, y - b) <= c;
  const xs = numbers.filter((_, n) => n % 2 === 0);
  const ys = numbers.filter((_, n) => n % 2 === 1);
  return (
    x >= Math.min(...xs) && x <= Math.max(...xs) && y >= Math.min(...ys) && y <= Math.max(...ys)
  );
}

/** Percent from its border within which an area is resized, not moved. */
const EDGE = 2;

/** What stays where it is when an area is resized by its border at a place: its middle, or a corner. */
function anchorAt({ shape, numbers }: Area, [x, y]: Place): Place | null {
  const [a = 0, b = 0, c = 0, d = 0] = numbers;
  if (shape === "circle") return Math.abs(Math.hypot(x - a, y - b) - c) < EDGE ? [a, b] : null;
  if (shape !== "box") return null;
  const near = (one: number, other: number) => Math.abs(one - other) < EDGE;
  if (!(near(x, a) || near(x, c)) || !(near(y, b) || near(y, d))) return null;
  return [near(x, a) ? c : a, near(y, b) ? d : b];
}

const ARROWS: Record<string, Place> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The areas of the picture that are right: drawn on it, moved, resized, or written. */
function Fields(props: FieldsProps) {
  const { record, put, keep } = props;
  const media = useMedia();
  const file = media.find(({ name }) => name === text(record["image"]))?.file;
  const areas = [text(record["answer"]), ...list(record["accepted"])].filter(Boolean);
  const [chosen, setChosen] = useState(0);
  const [tool, setTool] = useState<"circle" | "box">("circle");
  const box = useRef<HTMLDivElement>(null);
  const from = useRef<{ at: Place; area: Area | null; edge: Place | null } | null>(null);
  const set = (next: string[], now = false) =>
    put({ answer: next[0] ?? "", accepted: next.slice(1) }, now);
  const place = (event: PointerEvent): Place => {
    const { left, top, width, height } = (box.current as HTMLDivElement).getBoundingClientRect();
    return [
      within((100 * (event.clientX - left)) / width),
      within((100 * (event.clientY - top)) / height),
    ];
  };
  const down = (event: PointerEvent) => {
    const at = place(event);
    const hit = areas.findLastIndex((one) => holds(areaOf(one), at));
    const area = hit < 0 ? null : areaOf(areas[hit] ?? "");
    from.current = { at, area, edge: area && anchorAt(area, at) };
    setChosen(hit < 0 ? areas.length : hit);
    event.currentTarget.setPointerCapture(event.pointerId);
    event.preventDefault();
  };
  const drag = (event: PointerEvent) => {
    const begun = from.current;
    if (!begun) return;
    const to = place(event);
    const by: Place = [to[0] - begun.at[0], to[1] - begun.at[1]];
    if (!begun.area && chosen >= areas.length && Math.hypot(...by) < DRAWN) return;
    const anew = begun.edge ?? (begun.area ? null : begun.at);
    const shape = begun.area?.shape ?? tool;
    const area = anew ? drawn(shape, anew, to) : moved(begun.area as Area, by);
    set(areas.toSpliced(chosen, 1, areaText(area)));
  };
  const up = () => {
    if (from.current) keep();
    from.current = null;
    setChosen((now) => Math.min(now, Math.max(0, areas.length - 1)));
  };
  const keys = (n: number) => (event: KeyboardEvent) => {
    const step = ARROWS[event.key];
    if (!step || event.target instanceof HTMLInputElement) return;
    const change = event.shiftKey ? resized : moved;
    set(areas.with(n, areaText(change(areaOf(areas[n] ?? ""), step))), true);
    event.preventDefault();
  };
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="font-bold">Areas of the picture that are right</legend>
      {file ? (
        <>
          <OneOf
            label="Draw a"
            values={["circle", "box"] as const}
            said={(one) => one}
            value={tool}
            choose={setTool}
          />
          <div
            ref={box}
            data-draw
            className="relative max-w-full cursor-crosshair touch-none self-start"
            onPointerDown={down}
            onPointerMove={drag}
            onPointerUp={up}
          >
            <img src={file} alt="" draggable={false} className="block max-h-80 max-w-full" />
            <Areas areas={areas} chosen={chosen} />
          </div>
        </>
      ) : (
        <p className="text-soft">
          Choose a picture below, then draw on it where players are to point.
        </p>
      )}
      <ol className="flex flex-col gap-1">
        {areas.map((area, n) => (
          <li key={n} className="flex items-center gap-2" data-area={n + 1}>
            <button
              type="button"
              aria-pressed={n === chosen}
              className={`px-1.5 ${n === chosen ? "bg-moss font-bold" : "text-soft"}`}
              title="Arrows move it, with Shift they resize it."
              onFocus={() => setChosen(n)}
              onClick={() => setChosen(n)}
              onKeyDown={keys(n)}
            >
              Area {n + 1}
            </button>
            <input
              aria-label={`area ${n + 1}, in percent`}
              className={`${inputLook} font-mono text-sm`}
              value={area}
              onChange={({ target }) => set(areas.with(n, target.value))}
              onBlur={keep}
            />
            <Button
              small
              weight="quiet"
              disabled={areas.length < 2}
              onClick={() => set(areas.toSpliced(n, 1), true)}
            >
              Remove<span className="sr-only"> area {n + 1}</span>
            </Button>
          </li>
        ))}
      </ol>
      <div className="flex items-center gap-3 text-sm">
        <Button small onClick={() => set([...areas, BEGUN], true)}>
          Add an area
        </Button>
        <span className="text-soft">Arrows on an area move it, with Shift they resize it.</span>
      </div>
      <RoleLine
        {...props}
        role="tolerance"
        label="Close within"
        hint="Percent beside an area that are close, not wrong."
      />
      <ExpectedFields
        {...props}
        label="Areas that are not right, one a line"
        hint="box 10 70 35 95 = That is the lake. What else comes of it, behind: {adds slips 1}"
      />
    </fieldset>
  );
}

export const spot: KindForm = { fresh: { answer: BEGUN }, from: () => ({ answer: BEGUN }), Fields };
