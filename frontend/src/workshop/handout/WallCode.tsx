import { useRef, useState } from "react";
import { type Addresses, type Handout, wallCode } from "../../api/client";
import { Button } from "../../ui/Button";
import { selectLook } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";

interface Props {
  handout: Handout;
  addresses: Addresses | undefined;
  leave: () => void;
}

/** The address of a hand-out as a code to be photographed from a wall, readable beneath it. */
export function WallCode({ handout, addresses, leave }: Props) {
  const here = addresses?.here ?? location.origin;
  const places = [...(addresses?.others ?? []), here];
  const [place, setPlace] = useState(places[0] ?? here);
  const wall = useRef<HTMLDivElement>(null);
  return (
    <Sheet
      open
      onClose={leave}
      title={`Code for ${handout.name}`}
      about={
        addresses?.alone
          ? "Others reach it once the workshop is served to them: the Links side says how."
          : "Players photograph it, or type the address beneath it."
      }
    >
      <div
        ref={wall}
        className="flex flex-col items-center justify-center gap-4 bg-sheet p-4"
        data-wall={place}
      >
        <img
          src={wallCode(handout.id, place)}
          alt={`Code of ${place}/play/${handout.link}`}
          className="max-h-[50vh] min-h-0 w-full flex-1 object-contain"
        />
        <p className="text-center font-mono text-2xl break-all">
          {place.replace(/^https?:\/\//, "")}/play/{handout.link}
        </p>
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <Button weight="main" onClick={() => void wall.current?.requestFullscreen()}>
          Full screen
        </Button>
        <label className="flex items-center gap-2">
          Address
          <select
            className={selectLook}
            value={place}
            onChange={({ target }) => setPlace(target.value)}
          >
            {places.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </label>
        <Button className="ms-auto" onClick={leave}>
          Close
        </Button>
      </div>
    </Sheet>
  );
}
