import { soundIsOn } from "../look/sounds";

/** How loud music is, of its own volume, while something is spoken or heard over it. */
const BEHIND = 0.25;
let audio: HTMLAudioElement | undefined;
let volume = 0;
let speaking = 0;

/** Plays a piece of music over and over, until another one or none is wanted. */
export function playMusic(file: string, level: number): void {
  if (!file || !soundIsOn()) {
    if (audio) told("silence", { name: audio.src });
    audio?.pause();
    audio = undefined;
    return;
  }
  volume = level;
  if (audio?.src !== new URL(file, location.href).href) {
    audio?.pause();
    audio = new Audio(file);
    audio.loop = true;
  }
  setLevel();
  // A browser that lets nothing be heard yet says so; the first press tries again.
  audio.play().catch(() => undefined);
}

/** Music stands back for as long as something is spoken: the number of things that are. */
export function speak(more: 1 | -1): void {
  speaking = Math.max(0, speaking + more);
  setLevel();
}

function setLevel() {
  if (!audio) return;
  audio.volume = volume * (speaking ? BEHIND : 1);
  told("music", { level: audio.volume, file: audio.src });
}

/** Tells whoever looks at the page what is heard now. */
function told(what: "music" | "silence", about: object) {
  const detail = { ...about, at: performance.now() };
  window.dispatchEvent(new CustomEvent(`dicetrail:${what}`, { detail }));
}
