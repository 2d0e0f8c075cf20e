import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { Covering } from "./Covering";
import { useHome } from "./home";

export type MenuItem = readonly [words: string, run: false | (() => void)];

const item =
  "block rounded px-2.5 py-1 outline-none data-[highlighted]:bg-ink data-[highlighted]:text-on-ink";

/** What else can be done with a thing. */
export function Menu({
  label,
  button,
  items,
  download,
}: {
  label: string;
  /** What opens it; three dots where nothing is said. */
  button?: ReactNode;
  items: readonly MenuItem[];
  /** A file of the server that is one of them. */
  download?: { words: string; href: string; name: string };
}): ReactNode {
  const home = useHome();
  return (
    <DropdownMenu.Root modal={false}>
      {button ? (
        <DropdownMenu.Trigger asChild>{button}</DropdownMenu.Trigger>
      ) : (
        <DropdownMenu.Trigger
          aria-label={label}
          className="shrink-0 rounded px-1 leading-4 text-soft hover:text-ink"
        >
          ⋯
        </DropdownMenu.Trigger>
      )}
      <DropdownMenu.Portal {...(home && { container: home })}>
        <DropdownMenu.Content
          align="start"
          className="z-50 min-w-32 rounded border border-ink bg-sheet p-1 shadow-lg"
        >
          <Covering>
            {items.map(
              ([words, run]) =>
                run && (
                  <DropdownMenu.Item key={words} className={item} onSelect={run}>
                    {words}
                  </DropdownMenu.Item>
                ),
            )}
            {download && (
              <DropdownMenu.Item asChild>
                <a className={item} href={download.href} download={download.name}>
                  {download.words}
                </a>
              </DropdownMenu.Item>
            )}
          </Covering>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
