import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Pack, type View } from "../../api/client";
import { PlayView } from "../../player/PlayView";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";

/** A question exactly as a player sees it; answers can be tried. */
export function Preview({ pack, number, first }: { pack: Pack; number: number; first: View }) {
  const [seen, setSeen] = useState({ view: first, at: 0 });
  const [answers, setAnswers] = useState<string[]>([]);
  const [dice, setDice] = useState(1);
  const attempt = useMutation({
    mutationFn: async (next: { answers: string[]; dice: number }) => {
      setAnswers(next.answers);
      setDice(next.dice);
      setSeen({ view: await api.tryQuestion(pack.id, number, next.answers, next.dice), at: 0 });
    },
  });
  return (
    <>
      <PlayView
        quiet
        seen={seen}
        send={(move) => {
          if (move.do === "answer")
            attempt.mutate({ answers: [...answers, move.text ?? ""], dice });
          else attempt.mutate({ answers: [], dice });
        }}
      />
      {attempt.error && <Notice tone="bad">{attempt.error.message}</Notice>}
      <div className="flex gap-2">
        <Button small onClick={() => attempt.mutate({ answers: [], dice })}>
          Start over
        </Button>
        <Button small onClick={() => attempt.mutate({ answers: [], dice: dice + 1 })}>
          Other dice
        </Button>
      </div>
    </>
  );
}
