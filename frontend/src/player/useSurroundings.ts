import { useEffect, useState } from "react";
import { hasPressed } from "../look/sounds";
import type { Invitation, View } from "../api/client";
import { playMusic } from "./music";

/** What a game brings with it for the whole page: its look, its language, its music. */
export type Surroundings = Pick<Invitation, "look" | "silent" | "welcome" | "language" | "texts">;

export function surroundingsOf(from: Invitation | View): Surroundings {
  const { look, silent, welcome, language, texts } = from;
  return { look, silent, welcome, language, texts };
}

/** How large a letter is: on a wall as the wall is wide, in the hand as the hand can hold. */
const SIZES: Record<View["look"]["size"], string> = {
  normal: "",
  large: "clamp(18px, 1.6vw, 21px)",
  wall: "clamp(18px, 2.2vw, 40px)",
};

/** Sets the text size of the whole page. */
export function useTextSize(size: View["look"]["size"]) {
  useEffect(() => {
    document.documentElement.style.fontSize = SIZES[size];
    return () => {
      document.documentElement.style.fontSize = "";
    };
  }, [size]);
}

/** Lets a game's music be heard, as soon as something was pressed. `on` tells that the player wants sound. */
export function useMusic(file: string, volume: number, on: boolean) {
  const [pressed, setPressed] = useState(hasPressed);
  useEffect(() => {
    if (pressed) return;
    const press = () => setPressed(true);
    window.addEventListener("pointerdown", press);
    window.addEventListener("keydown", press);
    return () => {
      window.removeEventListener("pointerdown", press);
      window.removeEventListener("keydown", press);
    };
  }, [pressed]);
  useEffect(() => {
    if (pressed) playMusic(on ? file : "", volume);
    return () => playMusic("", 0);
  }, [file, volume, on, pressed]);
}
