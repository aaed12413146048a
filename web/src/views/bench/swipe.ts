import { useRef, type TouchEvent } from "react";

/** How far a finger goes sideways before it means the next tray, px. */
const FAR = 70;
/** What is dragged or scrolled sideways for its own sake. */
const OWN = "input, [role=slider], [role=spinbutton], [data-sideways], select, textarea";

/** A finger drawn across goes to the next (+1) or the one before (-1): what is dragged itself is left alone. */
export function useSwipe(go: (by: 1 | -1) => void) {
  const from = useRef<{ x: number; y: number } | null>(null);
  const onTouchStart = (e: TouchEvent) => {
    const touch = e.touches[0];
    const own = e.target instanceof Element && e.target.closest(OWN);
    from.current = touch && e.touches.length === 1 && !own ? { x: touch.clientX, y: touch.clientY } : null;
  };
  const onTouchEnd = (e: TouchEvent) => {
    const [start, touch] = [from.current, e.changedTouches[0]];
    from.current = null;
    if (!start || !touch) return;
    const [dx, dy] = [touch.clientX - start.x, touch.clientY - start.y];
    if (Math.abs(dx) >= FAR && Math.abs(dx) > 2 * Math.abs(dy)) go(dx < 0 ? 1 : -1);
  };
  return { onTouchStart, onTouchEnd };
}
