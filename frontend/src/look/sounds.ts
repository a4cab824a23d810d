/** The sounds of cues, made on the spot: a few partials with a soft start and end. */

interface Voice {
  wave: OscillatorType;
  /** Hertz at the start and at the end. */
  from: number;
  to: number;
  /** Seconds: when it starts and how long it lasts. */
  at: number;
  lasts: number;
  level: number;
}

const VOICES: Record<string, Voice[]> = {
  rise: [
    { wave: "triangle", from: 392, to: 392, at: 0, lasts: 0.16, level: 0.2 },
    { wave: "triangle", from: 523, to: 523, at: 0.11, lasts: 0.16, level: 0.2 },
    { wave: "triangle", from: 659, to: 659, at: 0.22, lasts: 0.34, level: 0.2 },
  ],
  fall: [{ wave: "triangle", from: 294, to: 147, at: 0, lasts: 0.5, level: 0.22 }],
  gust: [
    { wave: "sine", from: 180, to: 420, at: 0, lasts: 0.45, level: 0.12 },
    { wave: "sine", from: 240, to: 120, at: 0.25, lasts: 0.6, level: 0.14 },
  ],
  tap: [{ wave: "sine", from: 330, to: 262, at: 0, lasts: 0.11, level: 0.25 }],
  bell: [
    { wave: "sine", from: 784, to: 784, at: 0, lasts: 1.1, level: 0.16 },
    { wave: "sine", from: 2160, to: 2160, at: 0, lasts: 0.5, level: 0.05 },
  ],
};

const KEY = "dicetrail.sound";
let context: AudioContext | undefined;

export function soundIsOn(): boolean {
  return localStorage.getItem(KEY) !== "off";
}

export function setSound(on: boolean): void {
  localStorage.setItem(KEY, on ? "on" : "off");
}

export function playSound(name: string): void {
  const voices = VOICES[name];
  if (!voices || !soundIsOn()) return;
  try {
    context ??= new AudioContext();
    for (const voice of voices) sing(context, voice);
  } catch {
    // A browser without sound plays in silence.
  }
}

function sing(to: AudioContext, voice: Voice): void {
  const start = to.currentTime + voice.at;
  const tone = to.createOscillator();
  const level = to.createGain();
  tone.type = voice.wave;
  tone.frequency.setValueAtTime(voice.from, start);
  tone.frequency.exponentialRampToValueAtTime(voice.to, start + voice.lasts);
  level.gain.setValueAtTime(0.0001, start);
  level.gain.exponentialRampToValueAtTime(voice.level, start + 0.02);
  level.gain.exponentialRampToValueAtTime(0.0001, start + voice.lasts);
  tone.connect(level).connect(to.destination);
  tone.start(start);
  tone.stop(start + voice.lasts);
}
