import { Link } from "react-router";
import { Button } from "../ui/Button";
import type { Outcome } from "./useBringFiles";
import { counted, shortName } from "./words";

/** What became of each file that was brought, pictures shown small. */
export function BroughtFiles({ outcomes, leave }: { outcomes: Outcome[]; leave: () => void }) {
  const refused = outcomes.filter(({ problem }) => problem).length;
  return (
    <section
      aria-label="What was brought"
      className="flex flex-col gap-1"
      data-brought={outcomes.length}
    >
      <p className="flex items-baseline gap-3" role="status">
        <span>
          {counted(outcomes.length - refused, "file")} brought
          {refused > 0 && `, ${counted(refused, "file")} not`}
        </span>
        <Button small weight="quiet" onClick={leave}>
          Close<span className="sr-only"> what was brought</span>
        </Button>
      </p>
      <ul className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
        {outcomes.map((one, n) => (
          <li
            key={n}
            data-outcome={one.problem ? "refused" : "brought"}
            className={one.problem ? "w-full border-s-[3px] border-ember ps-2 text-ember" : ""}
          >
            <One outcome={one} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function One({ outcome: { name, brought, media, problem } }: { outcome: Outcome }) {
  if (problem)
    return <span role="alert">{problem.includes(name) ? problem : `${name}: ${problem}`}</span>;
  if (media)
    return (
      <span className="flex items-center gap-2">
        {media.mime.startsWith("image/") && (
          <img src={media.file} alt="" className="size-8 border border-line object-contain" />
        )}
        {media.name}
      </span>
    );
  if (brought?.pack)
    return (
      <Link className="text-pine underline" to={`/packs/${brought.pack.id}`}>
        {shortName(brought.pack)}: {counted(brought.pack.questions, "question")}
      </Link>
    );
  if (brought?.game)
    return (
      <Link className="text-pine underline" to={`/games/${brought.game}/rules`}>
        {name}: a game
      </Link>
    );
  return <>{name} is being read</>;
}
