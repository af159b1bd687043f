import { useEffect, useMemo, useState } from 'react';
import { listenToPedals } from '../../device/pedal.ts';
import { useSteady } from '../../ui/useSteady.ts';
import type { StageItem } from './stageSongs.ts';
import type { Band } from './useBand.ts';

/** A part of an item, or an item that has none. */
export interface StagePlace {
  readonly item: number;
  readonly part: number | null;
}

export interface Looking {
  /** Where somebody looks; null where they are with the band. */
  readonly at: StagePlace | null;
  readonly canLookBack: boolean;
  readonly canLookAhead: boolean;
  readonly look: (by: 1 | -1 | 'back') => void;
}

/**
 * Lets whoever follows look ahead and back, by touch, keys and pedal, and come back. What they look at stays where it is while the band
 * goes on; once the band is there they are with it again.
 * @param isOn false for whoever leads: keys and pedals are theirs for other things
 */
export function useLooking(items: readonly StageItem[], band: Band, isOn: boolean): Looking {
  const places = useMemo(() => placesOf(items), [items]);
  const here = placeNow(places, band);
  const [looked, setLooked] = useState<number | null>(null);
  if (looked !== null && (looked === here || !isOn)) setLooked(null);
  const at = looked ?? here;
  const { look } = useSteady({
    look: (by: 1 | -1 | 'back') =>
      setLooked(by === 'back' ? null : Math.max(0, Math.min(places.length - 1, at + by))),
  });
  useEffect(() => {
    if (!isOn) return;
    const endPedals = listenToPedals((turn) => look(turn === 'on' ? 1 : -1));
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Home') look('back');
    };
    window.addEventListener('keydown', onKey);
    return () => {
      endPedals();
      window.removeEventListener('keydown', onKey);
    };
  }, [look, isOn]);
  return {
    at: looked === null ? null : (places[looked] ?? null),
    canLookBack: at > 0,
    canLookAhead: at < places.length - 1,
    look,
  };
}

/** All there is to look at, in the order of the service. */
function placesOf(items: readonly StageItem[]): StagePlace[] {
  return items.flatMap(({ inProgram: { parts } }, item): StagePlace[] =>
    parts.length === 0 ? [{ item, part: null }] : parts.map((_, part) => ({ item, part })),
  );
}

function placeNow(places: readonly StagePlace[], { state: { item, part, next } }: Band): number {
  if (item === null) return 0;
  const there = part ?? next ?? 0;
  const found = places.findIndex(
    (place) => place.item === item && (place.part === null || place.part === there),
  );
  return found < 0 ? Math.max(0, places.length - 1) : found;
}
