import { Tabs as Radix } from "radix-ui";
import type { ReactNode } from "react";

/** Parts of a thing of which one is seen; the first to begin with. */
export function Tabs({
  label,
  tabs,
  children,
}: {
  label: string;
  tabs: readonly { id: string; words: string; mark?: ReactNode }[];
  children: ReactNode;
}) {
  return (
    <Radix.Root
      {...(tabs[0] && { defaultValue: tabs[0].id })}
      className="grid grid-cols-[minmax(0,1fr)] content-start gap-3.5"
    >
      <Radix.List aria-label={label} className="flex flex-wrap gap-x-3.5 border-b border-line">
        {tabs.map(({ id, words, mark }) => (
          <Radix.Trigger
            key={id}
            value={id}
            className="border-b-2 border-transparent pb-1 text-soft data-[state=active]:border-ink data-[state=active]:font-semibold data-[state=active]:text-ink"
          >
            {words}
            {mark}
          </Radix.Trigger>
        ))}
      </Radix.List>
      {children}
    </Radix.Root>
  );
}

/** One of them. */
export function Tab({ id, children }: { id: string; children: ReactNode }) {
  return (
    <Radix.Content value={id} className="grid grid-cols-[minmax(0,1fr)] gap-3.5">
      {children}
    </Radix.Content>
  );
}
