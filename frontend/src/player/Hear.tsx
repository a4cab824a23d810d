import { useEffect, useRef, useState } from "react";
import { Button } from "../ui/Button";

/** A sound that belongs to a question: heard by a press, stopped by another. */
export function Hear({ file, label = "Hear it" }: { file: string; label?: string }) {
  const sound = useRef<HTMLAudioElement>(null);
  const [playing, setPlaying] = useState(false);
  useEffect(() => {
    const audio = sound.current;
    return () => audio?.pause();
  }, [file]);
  const [, start = "0"] = /#t=([\d.]*)/.exec(file) ?? [];
  const turn = () => {
    const audio = sound.current;
    if (!audio) return;
    if (playing) {
      audio.pause();
    } else {
      audio.currentTime = Number(start) || 0;
      audio.play().catch(() => setPlaying(false));
    }
  };
  return (
    <span className="self-start" data-sound={file}>
      <audio
        ref={sound}
        src={file}
        preload="auto"
        onPlay={() => setPlaying(true)}
        onPause={() => setPlaying(false)}
        onEnded={() => setPlaying(false)}
      />
      <Button onClick={turn}>{playing ? "Stop the sound" : label}</Button>
    </span>
  );
}
