/** Keys that follow one another within so many milliseconds were typed in one go. */
const TOGETHER = 800;

/**
 * Lets what is typed on after a letter that went on reach nothing until there is a pause: it would come to the
 * next question without its first letter. A key that writes nothing leaves what follows as it is.
 */
export function swallowBurst({ key }: KeyboardEvent): void {
  if (key.length !== 1 || key === " ") return;
  let timer = 0;
  const swallow = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key.length !== 1 && event.key !== "Enter" && event.key !== "Backspace") return;
    event.preventDefault();
    event.stopImmediatePropagation();
    wait();
  };
  const wait = () => {
    window.clearTimeout(timer);
    timer = window.setTimeout(
      () => window.removeEventListener("keydown", swallow, { capture: true }),
      TOGETHER,
    );
  };
  window.addEventListener("keydown", swallow, { capture: true });
  wait();
}
