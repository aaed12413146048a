import { Dialog, Popover, Tabs } from "radix-ui";
import type { ReactNode } from "react";

/** A dialog that keeps the page behind it in sight. */
export function Panel(props: {
  title: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
  note?: string;
}) {
  return (
    <Dialog.Root open={props.open} onOpenChange={(open) => !open && props.onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/45" />
        <Dialog.Content className="enamel fixed top-1/2 left-1/2 z-50 max-h-[90vh] w-[min(34rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto p-5">
          <Dialog.Title className="text-2xl font-bold">{props.title}</Dialog.Title>
          <Dialog.Description className={props.note ? "mt-1 text-muted" : "sr-only"}>
            {props.note ?? props.title}
          </Dialog.Description>
          {props.children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** A small panel hung from the word that opens it. */
export function Hanger(props: { label: string; shown: ReactNode; className?: string; children: ReactNode }) {
  return (
    <Popover.Root>
      <Popover.Trigger aria-label={props.label} className={props.className ?? "chip"}>
        {props.shown}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={10}
          aria-label={props.label}
          className="enamel hung w-[min(26rem,92vw)] p-4"
        >
          {props.children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

export const TrayRoot = Tabs.Root;
export const TrayList = Tabs.List;
export const TrayTab = Tabs.Trigger;
export const TrayPanel = Tabs.Content;
