import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { api, type Job } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field, inputLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";
import { useShow } from "../data";

interface Props {
  open: boolean;
  onClose: () => void;
  working: (job: Job) => void;
}

/** Questions brought as pasted text. */
export function Paste({ open, onClose, working }: Props) {
  const navigate = useNavigate();
  const { shelf } = useShow();
  const [name, setName] = useState("pasted.tsv");
  const [text, setText] = useState("");
  const paste = useMutation({
    mutationFn: () => api.paste(name.trim(), text),
    onSuccess: ({ pack, job }) => {
      void shelf();
      setText("");
      onClose();
      if (pack) void navigate(`/packs/${pack.id}`);
      if (job) working(job);
    },
  });
  const keep = (event: FormEvent) => {
    event.preventDefault();
    paste.mutate();
  };
  return (
    <Sheet
      open={open}
      onClose={onClose}
      title="Paste questions"
      about="One question a line: the question, its answer, then any wrong options, separated by tabs, commas or semicolons."
    >
      <form onSubmit={keep} className="flex flex-col gap-4">
        <Field label="Questions">
          {(id) => (
            <textarea
              id={id}
              rows={9}
              required
              wrap="off"
              spellCheck={false}
              className={`${inputLook} font-mono text-sm`}
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
          )}
        </Field>
        <Field label="Name of the pack">
          {(id) => (
            <input
              id={id}
              required
              maxLength={120}
              className={inputLook}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          )}
        </Field>
        {paste.error && <Notice tone="bad">{paste.error.message}</Notice>}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" weight="main" disabled={paste.isPending}>
            Read them
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
