/** Keeps the browser's own sign for a broken picture off the pages: where the file is gone the place stays empty, and what is wrong is said by its findings. */
export function hideBrokenPictures(): void {
  const mark = (isGone: boolean) => (event: Event) => {
    if (event.target instanceof HTMLImageElement) event.target.toggleAttribute("data-gone", isGone);
  };
  // Neither event bubbles; they are met on the way down.
  document.addEventListener("error", mark(true), true);
  document.addEventListener("load", mark(false), true);
}
