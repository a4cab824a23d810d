import { useMutation } from "@tanstack/react-query";
import { api, type Pack, type Question } from "../../api/client";
import { useShow } from "../data";

/** Changes of a pack's questions: what hangs on the pack is asked anew after each. */
export function useQuestionChanges(pack: Pack) {
  const show = useShow();
  const change = useMutation({
    mutationKey: ["change", pack.id],
    mutationFn: (work: () => Promise<Pack>) => work(),
    onSuccess: show.pack,
  });
  const { id, revision } = pack;
  type Many = Parameters<typeof api.changeMany>[1];
  return {
    error: change.error,
    isPending: change.isPending,
    many: (wanted: Partial<Many> & Pick<Many, "do" | "numbers">, done: () => void) =>
      change.mutate(() => api.changeMany(id, { before: null, fields: {}, ...wanted, revision }), {
        onSuccess: done,
      }),
    removeLetters: () => change.mutate(() => api.removeLetters(id, revision)),
    addRows: (text: string, after: number | null, done: () => void) =>
      change.mutate(() => api.addRows(id, text, after, revision), { onSuccess: done }),
    savePrompt: (question: Question, prompt: string) =>
      change.mutate(async () => {
        const { record } = await api.question(id, question.number);
        return api.changeQuestion(id, question.number, { ...record, prompt }, revision);
      }),
  };
}
