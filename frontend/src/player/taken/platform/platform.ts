/** A learning platform that the page was opened by. */
export interface Platform {
  /** What it calls the learner; "" where it does not say. */
  learner: string;
  /** What it keeps of an earlier launch, packed; "" where there is nothing. */
  kept: string;
  /** Tells it what a play has come to, and what to keep of it (packed). */
  tell: (play: string, kept: string) => void;
  /** Tells it that the page is left. */
  leave: () => void;
}
