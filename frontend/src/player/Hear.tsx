import { useEffect, useRef, useState } from "react";
import { hasPressed, soundIsOn, stopSound } from "../look/sounds";
import { Button } from "../ui/Button";
import { speak } from "./music";
import { useTexts } from "./texts";

interface Props {
  file: string;
  label?: string;
  /** Whether its question is being asked: it then starts by itself, once a visit, and stops at the answer. */
  asking?: boolean;
}

/** A sound that belongs to a question: heard by a press, stopped by another; music stands back for it. */
export function Hear({ file, label, asking }: Props) {
  const t = useTexts();
  const sound = useRef<HTMLAudioElement>(null);
  const heard = useRef(false);
  const [playing, setPlaying] = useState(false);
  const [, start = "0"] = /#t=([\d.]*)/.exec(file) ?? [];
  useEffect(() => {
    const audio = sound.current;
    if (asking === undefined) return () => audio?.pause();
    if (asking && audio && !heard.current && soundIsOn() && hasPressed()) {
      heard.current = true;
      begin(audio, start);
    }
    return () => audio?.pause();
  }, [file, asking, start]);
  useEffect(() => {
    if (!playing) return;
    speak(1);
    return () => speak(-1);
  }, [playing]);
  const turn = () => {
    const audio = sound.current;
    if (!audio) return;
    if (playing) audio.pause();
    else begin(audio, start);
  };
  return (
    <span className="self-start" data-sound={file}>
      <audio
        ref={sound}
        src={file}
        preload="auto"
        onPlay={() => {
          setPlaying(true);
          window.dispatchEvent(
            new CustomEvent("dicetrail:sound", { detail: { name: file, at: performance.now() } }),
          );
        }}
        onPause={() => setPlaying(false)}
        onEnded={() => setPlaying(false)}
      />
      <Button onClick={turn}>{playing ? t("hear.stop") : (label ?? t("hear.play"))}</Button>
    </span>
  );
}

function begin(audio: HTMLAudioElement, start: string): void {
  stopSound();
  audio.currentTime = Number(start) || 0;
  // A browser that lets nothing be heard yet says so; the button is still there.
  audio.play().catch(() => undefined);
}
