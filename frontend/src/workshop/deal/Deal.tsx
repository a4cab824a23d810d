import { keepPreviousData, useQuery } from "@tanstack/react-query";
import clsx from "clsx";
import { useState } from "react";
import { api, type Card, type DealMade, type Dice, type Game } from "../../api/client";
import { Button, buttonLook } from "../../ui/Button";
import { Light } from "../../ui/Light";
import { Notice } from "../../ui/Notice";
import { GameHead } from "../GameHead";
import { useRules } from "../data";
import { SnagLines } from "../snags/SnagLine";
import { HowItDeals } from "./HowItDeals";
import { useGameChange } from "../useGameChange";
import { WithGame } from "../WithGame";
import { counted, optionWords } from "../words";
import { Fairness } from "./Fairness";

/** The deal screen: the order that a dice number gives, a second one beside it, and fairness over many. */
export function Deal() {
  return <WithGame>{(game) => <Bench key={game.id} game={game} />}</WithGame>;
}

function Bench({ game }: { game: Game }) {
  const changing = useGameChange(game);
  const [held, setHeld] = useState<Dice>();
  const deal = useDeal(game, game.dice);
  const rules = useRules(game);
  const other = useDeal(game, held);
  return (
    <div className="flex h-full flex-col">
      <GameHead
        game={game}
        title="Deal"
        about="Which questions a play asks, in which order, with the options in which places."
        changing={changing}
      >
        {game.playable && (
          <a
            className={buttonLook("plain", true)}
            href={`/play/${game.slug}?dice=${game.dice}`}
            target="_blank"
            rel="noreferrer"
          >
            Play this deal
          </a>
        )}
        {held === undefined ? (
          <Button small onClick={() => setHeld(game.dice)} disabled={!deal.data}>
            Hold this deal
          </Button>
        ) : (
          <Button small onClick={() => setHeld(undefined)}>
            Let the held deal go
          </Button>
        )}
      </GameHead>
      {rules.data && (
        <HowItDeals
          rules={rules.data}
          game={game.id}
          pool={deal.data?.pool}
          change={(edits) => void changing.change(edits)}
        />
      )}
      <SnagLines
        snags={game.snags.filter(({ path }) => /^(rounds\.\d+\.)?(deal|setup|only)\b/.test(path))}
        change={changing.change}
        className="mx-7 my-1.5"
      />
      {deal.error ? (
        <div className="p-7">
          <Notice tone="bad">{deal.error.message}</Notice>
        </div>
      ) : !deal.data ? (
        <p className="p-7">Dealing …</p>
      ) : (
        <div className="grid min-h-0 flex-1 grid-cols-[1fr_25rem] grid-rows-[minmax(0,1fr)] max-lg:grid-cols-1 max-lg:grid-rows-none">
          <div className="flex min-h-0">
            <Cards
              deal={deal.data}
              other={held === undefined ? undefined : other.data}
              name="now"
              title={deal.data.after_wrong ? "After right answers" : `Dice ${deal.data.dice}`}
            />
            {held === undefined && deal.data.after_wrong && (
              <Cards
                deal={{
                  ...deal.data,
                  cards: deal.data.after_wrong,
                  total: deal.data.after_wrong.length,
                }}
                other={deal.data}
                name="wrong"
                title="After wrong answers"
              />
            )}
            {held !== undefined && other.data && (
              <Cards
                deal={other.data}
                other={deal.data}
                name="held"
                title={`Held: dice ${other.data.dice}`}
              />
            )}
          </div>
          <Fairness key={game.revision} game={game} />
        </div>
      )}
    </div>
  );
}

/** What a dice number deals; nothing where there is none. */
function useDeal(game: Game, dice: Dice | undefined) {
  return useQuery({
    queryKey: ["deal", game.id, game.revision, dice],
    queryFn: () => api.deal(game.id, dice ?? 0),
    enabled: dice !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

interface CardsProps {
  deal: DealMade;
  other: DealMade | undefined;
  name: string;
  title: string;
}

/** A deal as a list; where another stands beside it, how far each question moved. */
function Cards({ deal, other, name, title }: CardsProps) {
  const places = new Map(other?.cards.map(({ id }, n) => [id, n]));
  return (
    <section
      aria-label={title}
      className="relative min-w-0 flex-1 overflow-auto border-r border-line px-6 py-4"
      tabIndex={0}
    >
      <h2 className="mb-2 text-xl">
        {title}
        <span className="ml-2 font-text text-base font-normal text-soft">
          {deal.total === null
            ? "goes on for as long as it is asked"
            : counted(deal.total, "question")}
        </span>
      </h2>
      <ol className="flex flex-col gap-2.5" data-deal-list={name}>
        {deal.cards.map((card, n) => (
          <li key={n} data-card={card.id} className="grid grid-cols-[2rem_1fr] gap-x-2">
            {card.round > 0 && card.round !== deal.cards[n - 1]?.round && (
              <h3 className="col-span-2 mt-1 text-lg" data-deal-round={card.round}>
                <span className="mr-1.5 font-mono text-sm text-soft">{card.round}</span>
                {deal.rounds[card.round - 1]}
              </h3>
            )}
            <span className="text-right font-mono text-soft">{n + 1}</span>
            <div className="min-w-0">
              <p className="break-words">
                <Light text={card.prompt} />
                {other && <Moved from={n} to={places.get(card.id)} />}
              </p>
              <Places card={card} />
            </div>
          </li>
        ))}
      </ol>
    </section>
  );
}

function Places({ card }: { card: Card }) {
  if (card.rights.length === 0) return <p className="text-sm text-pine">{card.answer}</p>;
  return (
    <p className="flex flex-wrap gap-x-4 text-sm text-soft">
      {card.options.map((option, place) => (
        <span
          key={place}
          data-right={card.rights.includes(place) || undefined}
          className={clsx(card.rights.includes(place) && "font-bold text-pine")}
        >
          {"ABCDEFGH"[place]} {optionWords(option)}
          {card.rights.includes(place) && <span className="sr-only"> (right)</span>}
        </span>
      ))}
    </p>
  );
}

function Moved({ from, to }: { from: number; to: number | undefined }) {
  const said = to === undefined ? "only here" : to === from ? "same place" : `there: ${to + 1}`;
  return <span className="ml-2 text-sm text-lake">{said}</span>;
}
