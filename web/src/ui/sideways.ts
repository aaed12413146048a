import { useRef, type MouseEvent, type PointerEvent } from "react";

const PIXELS_A_STEP = 7;
const SLACK = 5;

interface Drag {
  x: number;
  moved: boolean;
}

interface Sideways {
  /** Whether a drag may begin: not while the number is being typed. */
  ready: () => boolean;
  /** So many steps from where it began; `done` once the number is let go. */
  onSteps: (steps: number, done: boolean) => void;
}

/** Dragging something sideways in steps. Spread the handlers on what is dragged. */
export function useSideways({ ready, onSteps }: Sideways) {
  const drag = useRef<Drag | null>(null);
  const justDragged = useRef(false);
  const steps = (e: PointerEvent, from: Drag) => Math.round((e.clientX - from.x) / PIXELS_A_STEP);
  return {
    onPointerDown: (e: PointerEvent) => {
      justDragged.current = false;
      if (ready()) drag.current = { x: e.clientX, moved: false };
    },
    onPointerMove: (e: PointerEvent) => {
      const from = drag.current;
      if (!from || !e.buttons || (!from.moved && Math.abs(e.clientX - from.x) < SLACK)) return;
      if (!from.moved) e.currentTarget.setPointerCapture(e.pointerId);
      from.moved = true;
      onSteps(steps(e, from), false);
    },
    onPointerUp: (e: PointerEvent) => {
      const from = drag.current;
      drag.current = null;
      if (!from?.moved) return;
      justDragged.current = true;
      onSteps(steps(e, from), true);
    },
    onPointerCancel: () => {
      drag.current = null;
    },
    onClick: (e: MouseEvent) => {
      // The click that ends a drag must not open the number for typing.
      if (justDragged.current) e.preventDefault();
      justDragged.current = false;
    },
  };
}
