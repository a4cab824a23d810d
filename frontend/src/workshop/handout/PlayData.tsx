import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, goesOn, type Handout, historyFile } from "../../api/client";
import { Button, buttonLook } from "../../ui/Button";
import { Field, inputLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { Progress } from "../../ui/Progress";
import { Tick } from "../../ui/Tick";
import { usePlayRemoval } from "./useHistory";

interface Props {
  handout: Handout;
  keep: (days: number | null) => void;
}

const FILES: [said: string, file: string][] = [
  ["Plays as CSV", "file/plays.csv"],
  ["Plays as XLSX", "file/plays.xlsx"],
  ["Plays with every answer (JSON Lines)", "file/plays.jsonl"],
  ["Statistics as CSV", "file/statistics.csv"],
  ["Statistics as XLSX", "file/statistics.xlsx"],
  ["Statistics as JSON Lines", "file/statistics.jsonl"],
  ["xAPI statements (JSON)", "statements"],
];

/** What goes out of the plays of a hand-out, and how long they are kept. */
export function PlayData({ handout, keep }: Props) {
  const { forget } = usePlayRemoval(handout.id);
  return (
    <div className="grid gap-x-12 gap-y-6 lg:grid-cols-2">
      <section aria-labelledby="files-out">
        <h2 id="files-out" className="mb-2 text-xl">
          As files
        </h2>
        <p className="flex flex-wrap gap-2">
          {FILES.map(([said, file]) => (
            <a
              key={file}
              className={buttonLook("plain", true)}
              href={historyFile(handout.id, file)}
              download
            >
              {said}
            </a>
          ))}
        </p>
        <p className="mt-2 text-sm text-soft">
          <code>dicetrail report FILE</code> tells the same statistics of a JSON Lines file.
        </p>
      </section>
      <section aria-labelledby="whose">
        <h2 id="whose" className="mb-2 text-xl">
          Whose data
        </h2>
        <p className="mb-2 max-w-prose">
          What is kept of a play: the name that was given, what was answered and when, nothing else.
          A player’s plays are found, and removed, on the History side; settings say whether a name
          is asked.
        </p>
        <div className="flex flex-wrap items-end gap-4">
          <div className="w-56">
            <Field label="Keep plays for" hint="days; empty: until you remove them">
              {(id, about) => (
                <input
                  id={id}
                  aria-describedby={about}
                  type="number"
                  min={1}
                  max={3650}
                  className={inputLook}
                  defaultValue={handout.keep_days ?? ""}
                  onBlur={({ target }) => {
                    const days = target.value ? Number(target.value) : null;
                    if (days !== (handout.keep_days ?? null)) keep(days);
                  }}
                />
              )}
            </Field>
          </div>
          <Button className="mb-6" disabled={forget.isPending} onClick={() => forget.mutate(null)}>
            Remove all names
          </Button>
        </div>
        <p role="status">{forget.isSuccess && "The names are gone."}</p>
      </section>
      <SendOn handout={handout} />
    </div>
  );
}

/** Sends the plays to a learning record store. */
function SendOn({ handout }: { handout: Handout }) {
  const [store, setStore] = useState({ address: "", user: "", password: "", nearby: false });
  const send = useMutation({ mutationFn: () => api.sendStatements(handout.id, store) });
  const job = useQuery({
    queryKey: ["job", send.data?.id],
    queryFn: () => api.job(send.data?.id ?? ""),
    enabled: send.data !== undefined,
    refetchInterval: ({ state }) =>
      ["done", "stopped", "refused"].includes(state.data?.state ?? "") ? false : 300,
  }).data;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    send.mutate();
  };
  const going = job && goesOn(job);
  return (
    <section aria-labelledby="store" className="lg:col-span-2" data-sent={job?.state}>
      <h2 id="store" className="mb-2 text-xl">
        To a learning record store
      </h2>
      <form onSubmit={submit} className="flex flex-wrap items-end gap-3">
        {(["address", "user", "password"] as const).map((name) => (
          <div key={name} className={name === "address" ? "w-96 max-w-full" : "w-40"}>
            <Field label={{ address: "Address", user: "User", password: "Password" }[name]}>
              {(id) => (
                <input
                  id={id}
                  type={name === "password" ? "password" : name === "address" ? "url" : "text"}
                  required={name === "address"}
                  autoComplete="off"
                  className={inputLook}
                  value={store[name]}
                  onChange={({ target }) => setStore({ ...store, [name]: target.value })}
                />
              )}
            </Field>
          </div>
        ))}
        <div className="basis-full">
          <Tick
            label="It is on this machine, or in a network of our own"
            value={store.nearby}
            keep={(nearby) => setStore({ ...store, nearby })}
          />
        </div>
        <Button type="submit" disabled={send.isPending || going === true}>
          Send
        </Button>
        {going && (
          <>
            <span className="w-40">
              <Progress label="Sent" value={job.done} max={job.total} />
            </span>
            <Button onClick={() => void api.stopJob(job.id)}>Cancel</Button>
          </>
        )}
      </form>
      {send.error && <Notice tone="bad">{send.error.message}</Notice>}
      {job?.state === "refused" && <Notice tone="bad">{job.message}</Notice>}
      <p role="status" className="mt-1">
        {job?.state === "done" && `${job.total} statements were sent.`}
      </p>
      <p className="text-sm text-soft">
        The plays go there as xAPI statements, with the players’ names. Nothing is sent unless you
        press Send; what was sent already is not kept twice. The sign-in is not kept here.
      </p>
    </section>
  );
}
