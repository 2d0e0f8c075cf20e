import { Popover } from "radix-ui";
import type { ReactNode } from "react";
import { Covering } from "./Covering";
import { useHome } from "./home";

/** Some fields that a button opens beside itself. */
export function Panel({
  button,
  open,
  onOpen,
  align = "start",
  label,
  children,
}: {
  button: ReactNode;
  open?: boolean;
  onOpen?: (open: boolean) => void;
  align?: "start" | "end";
  label: string;
  children: ReactNode;
}) {
  const home = useHome();
  return (
    <Popover.Root {...(open !== undefined && { open })} {...(onOpen && { onOpenChange: onOpen })}>
      <Popover.Trigger asChild>{button}</Popover.Trigger>
      <Popover.Portal {...(home && { container: home })}>
        <Popover.Content
          align={align}
          sideOffset={6}
          aria-label={label}
          className="z-30 grid w-72 gap-3 rounded border border-ink bg-sheet p-4"
        >
          <Covering>{children}</Covering>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
