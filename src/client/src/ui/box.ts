/** What is typed or chosen in: the one look of all of them. */
export const box =
  "min-w-0 rounded border border-edge bg-field px-2 py-[3px] text-ink aria-[invalid=true]:border-stop disabled:text-soft";
