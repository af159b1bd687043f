import { useRef, type PointerEvent } from 'react';
import type { Turn } from '../../device/pedal.ts';

/** What a finger does on a page; in CSS pixels. */
const swipeFrom = 45;
const tapWithin = 12;
/** How much two fingers part or close for one step of size. */
const pinchStep = 1.25;

interface Finger {
  readonly startX: number;
  readonly startY: number;
  x: number;
  y: number;
}

/**
 * Turning by tap (at the left to go back, else on) and by swipe, sizes by pinch. What is pressed on the page and is a
 * control of its own is left alone.
 */
export function usePageGestures(onTurn: (turn: Turn) => void, onSize: (way: 1 | -1) => void) {
  const fingers = useRef(new Map<number, Finger>());
  const pinched = useRef<number | null>(null);
  const apart = () => {
    const [one, other] = [...fingers.current.values()];
    return one && other ? Math.hypot(one.x - other.x, one.y - other.y) : null;
  };
  const lift = (event: PointerEvent) => {
    const finger = fingers.current.get(event.pointerId);
    fingers.current.delete(event.pointerId);
    return finger;
  };
  return {
    onPointerDown: (event: PointerEvent) => {
      if (event.button !== 0 || (event.target as Element).closest('button, a')) return;
      const { clientX: x, clientY: y } = event;
      fingers.current.set(event.pointerId, { startX: x, startY: y, x, y });
      pinched.current = apart();
    },
    onPointerMove: (event: PointerEvent) => {
      const finger = fingers.current.get(event.pointerId);
      if (!finger) return;
      finger.x = event.clientX;
      finger.y = event.clientY;
      const now = apart();
      if (now === null || pinched.current === null) return;
      const by = now / pinched.current;
      if (by < pinchStep && by > 1 / pinchStep) return;
      pinched.current = now;
      onSize(by > 1 ? 1 : -1);
    },
    onPointerUp: (event: PointerEvent) => {
      const wasPinched = fingers.current.size > 1 || pinched.current !== null;
      const finger = lift(event);
      if (!finger) return;
      if (wasPinched) {
        // The last finger of a pinch turns nothing.
        if (fingers.current.size === 0) pinched.current = null;
        return;
      }
      const across = event.clientX - finger.startX;
      const down = event.clientY - finger.startY;
      const { left, width } = event.currentTarget.getBoundingClientRect();
      if (Math.abs(across) > swipeFrom && Math.abs(across) > 1.5 * Math.abs(down))
        onTurn(across < 0 ? 'on' : 'back');
      else if (Math.hypot(across, down) < tapWithin)
        onTurn(event.clientX - left < width / 3 ? 'back' : 'on');
    },
    onPointerCancel: (event: PointerEvent) => {
      lift(event);
      pinched.current = null;
    },
  };
}
