import { Dialog as Radix } from "radix-ui";
import { type ReactNode, useRef } from "react";
import { Covering } from "./Covering";

/** Something rare that is done over the screen: a scrim, the focus kept inside, and Escape to leave. */
export function Dialog({
  title,
  open,
  onOpen,
  className = "w-[420px]",
  aside,
  children,
}: {
  title: string;
  open: boolean;
  onOpen: (open: boolean) => void;
  className?: string;
  /** Beside the title. */
  aside?: ReactNode;
  children: ReactNode;
}) {
  const before = useRef<Element | null>(null);
  return (
    <Radix.Root open={open} onOpenChange={onOpen}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-strip/60" />
        <Radix.Content
          aria-describedby={undefined}
          onOpenAutoFocus={() => {
            before.current = document.activeElement;
          }}
          // Back to where somebody was who works by keyboard: what opened it need not be a part of it.
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            if (before.current instanceof HTMLElement) before.current.focus();
          }}
          className={`fixed top-1/2 left-1/2 z-40 grid max-h-[92vh] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 gap-3 rounded border border-ink bg-sheet p-5 shadow-lg ${className}`}
        >
          <Covering>
            <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5">
              <Radix.Title className="text-[15px]">{title}</Radix.Title>
              {aside}
            </div>
            {children}
          </Covering>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

/** Whatever closes the dialog it stands in. */
export function DialogClose({ children }: { children: ReactNode }) {
  return <Radix.Close asChild>{children}</Radix.Close>;
}
