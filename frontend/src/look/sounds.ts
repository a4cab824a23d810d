import type { View } from "../api/client";

/** A sound as the rules describe it: tones one after another, or a file. */
export type Sound = NonNullable<NonNullable<NonNullable<View["feedback"]>["cue"]>["sound"]>;

/** What a tone is made of: the wave, and how loud its partials are (by the number of the harmonic). */
const TONES: Record<
  string,
  { wave: OscillatorType; partials: [harmonic: number, level: number][] }
> = {
  soft: { wave: "triangle", partials: [[1, 1]] },
  clear: { wave: "sine", partials: [[1, 1]] },
  bright: {
    wave: "sine",
    partials: [
      [1, 1],
      [2.76, 0.35],
      [5.4, 0.12],
    ],
  },
  breath: {
    wave: "sine",
    partials: [
      [1, 0.8],
      [1.02, 0.6],
      [0.99, 0.6],
    ],
  },
};

const KEY = "dicetrail.sound";
const LOUDEST = 0.32;
let context: AudioContext | undefined;
/** Ends the sound that is heard now, where it does not go on over others. */
let stopPresent: () => void = () => undefined;

export function soundIsOn(): boolean {
  return localStorage.getItem(KEY) !== "off";
}

export function setSound(on: boolean): void {
  localStorage.setItem(KEY, on ? "on" : "off");
}

/** Whether the person at this page has pressed anything yet: before that a browser lets nothing be heard. */
export function hasPressed(): boolean {
  return navigator.userActivation?.hasBeenActive ?? true;
}

/** Ends what is heard, but for sounds that are meant to go on. */
export function stopSound(): void {
  stopPresent();
  stopPresent = () => undefined;
}

/**
 * Lets a sound be heard, unless the player turned sound off. The one before ends, so that two are never heard at
 * once, unless one of them is meant to go on over the other.
 */
export function playSound(sound: Sound | null | undefined): void {
  if (!sound || !soundIsOn()) return;
  if (!sound.over) stopSound();
  window.dispatchEvent(
    new CustomEvent("dicetrail:sound", { detail: { name: sound.name, at: performance.now() } }),
  );
  const stop = sound.file ? playFile(sound) : made(sound);
  if (!sound.over)
    stopPresent = () => {
      stop();
      window.dispatchEvent(
        new CustomEvent("dicetrail:silence", {
          detail: { name: sound.name, at: performance.now() },
        }),
      );
    };
}

/** Plays a sound that is made of tones; gives back what ends it. */
function made(sound: Sound): () => void {
  try {
    context ??= new AudioContext();
    const all = context.createGain();
    all.connect(context.destination);
    for (let note = 0; note < (sound.notes ?? 1); note += 1) sing(context, all, sound, note);
    return () => all.disconnect();
  } catch {
    return () => undefined; // A browser without sound plays in silence.
  }
}

function playFile(sound: Sound): () => void {
  const audio = new Audio(sound.file);
  audio.volume = sound.level ?? 1;
  audio.play().catch(() => undefined);
  return () => audio.pause();
}

const semitones = (hertz: number, by: number) => hertz * 2 ** (by / 12);

function sing(within: AudioContext, to: AudioNode, sound: Sound, note: number) {
  const { pitch = 440, step = 0, each = 0.2, slide = 0, tone = "soft", level = 0.6 } = sound;
  const { wave, partials } = TONES[tone] ?? { wave: "sine", partials: [[1, 1]] };
  const start = within.currentTime + note * each;
  const from = semitones(pitch, step * note);
  const sum = partials.reduce((all, [, part]) => all + part, 0);
  for (const [harmonic, part] of partials) {
    const oscillator = within.createOscillator();
    const gain = within.createGain();
    oscillator.type = wave;
    oscillator.frequency.setValueAtTime(from * harmonic, start);
    oscillator.frequency.exponentialRampToValueAtTime(
      semitones(from, slide) * harmonic,
      start + each,
    );
    const loud = Math.max(0.0002, (LOUDEST * level * part) / sum);
    gain.gain.setValueAtTime(0.0001, start);
    gain.gain.exponentialRampToValueAtTime(loud, start + Math.min(0.02, each / 3));
    gain.gain.exponentialRampToValueAtTime(0.0001, start + each);
    oscillator.connect(gain).connect(to);
    oscillator.start(start);
    oscillator.stop(start + each);
  }
}

/** The loudness of a made sound over its length, 60 values from 0 to 1, to be drawn. */
export function shapeOf(sound: Sound): number[] {
  const { notes = 1, each = 0.2, level = 0.6 } = sound;
  const attack = Math.min(0.02, each / 3);
  return Array.from({ length: 60 }, (_, n) => {
    const at = (n / 60) * notes * each;
    const within = at - Math.floor(at / each) * each;
    const part = within < attack ? within / attack : 1 - (within - attack) / (each - attack);
    return level * Math.max(0, part);
  });
}

/** How long a made sound lasts, in seconds. */
export const lengthOf = (sound: Sound) => (sound.notes ?? 1) * (sound.each ?? 0.2);

const TICK: Sound = {
  name: "tick",
  pitch: 660,
  notes: 1,
  step: 0,
  each: 0.06,
  slide: 0,
  tone: "clear",
  level: 0.5,
  file: "",
  over: true,
};
/** The countdown's last sound, at zero. */
const ZERO: Sound = { ...TICK, name: "zero", pitch: 990, each: 0.18 };

/** Lets one of the last seconds be heard, as the maker's sound where there is one. */
export function playTick(seconds: number, own: Sound | null): void {
  playSound(own ? { ...own, over: true } : seconds > 0 ? TICK : ZERO);
}
