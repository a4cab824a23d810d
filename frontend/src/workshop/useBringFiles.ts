import { useMutation } from "@tanstack/react-query";
import { api, type Brought, type Media, type Settings } from "../api/client";
import { useMediaCame } from "./media";

/** What became of a file that was brought: a pack or a game, a picture or a sound, or why it is nothing. */
export interface Outcome {
  name: string;
  brought?: Brought;
  media?: Media;
  problem?: string;
}

const isMedia = (file: File) => /^(image|audio|video)\//.test(file.type);

async function bringOne(file: File, settings: Settings | undefined): Promise<Outcome> {
  const { name } = file;
  try {
    if (isMedia(file)) return { name, media: await api.bringMedia(file) };
    return { name, brought: await api.bring(file, settings) };
  } catch (error) {
    return { name, problem: error instanceof Error ? error.message : String(error) };
  }
}

/** Brings files of any sort together; each is told of, whatever became of the others. */
export function useBringFiles(done: (outcomes: Outcome[]) => void) {
  const came = useMediaCame();
  return useMutation({
    mutationFn: async ({ files, settings }: { files: File[]; settings?: Settings }) => {
      const outcomes: Outcome[] = [];
      for (const file of files) outcomes.push(await bringOne(file, settings));
      return outcomes;
    },
    onSuccess: async (outcomes) => {
      await came();
      done(outcomes);
    },
  });
}
