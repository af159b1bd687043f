import type { Performance } from '../src/index.ts';

/**
 * Performances with faults that are known, made without any of what grades them: onsets at one tempo, in milliseconds, and what
 * somebody does to them.
 */
export interface Key {
  readonly note: number;
  readonly at: number;
  readonly hand: 'left' | 'right';
  readonly slot: number;
}

/** A clean performance: every note where it is written, tick by tick. @param quarters quarter notes a minute */
export function cleanKeys(
  { notes, tempos, ticks }: Pick<Performance, 'notes' | 'tempos' | 'ticks'>,
  quarters: number,
): Key[] {
  const at: number[] = [0];
  for (let tick = 0, place = 0; tick <= ticks + 10_000; tick += 1) {
    while ((tempos[place + 1]?.onset ?? Infinity) <= tick) place += 1;
    at.push(at[tick]! + 60_000 / (quarters * tempos[place]!.factor) / 480);
  }
  return notes
    .map(({ note, onset, hand, at: slot }) => ({ note, at: at[Math.max(0, onset)]!, hand, slot }))
    .sort((one, other) => one.at - other.at || one.note - other.note);
}

/** Numbers from 0 to 1 that look like chance, always the same (the linear congruence of ISO C's example `rand`). */
export function chance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1_103_515_245) + 12_345) >>> 0;
    return ((state >>> 8) & 0xffff) / 0x10000;
  };
}

/** Keys that go down at the same moment, in order. */
export function momentsOf(keys: readonly Key[]): Key[][] {
  const moments = new Map<number, Key[]>();
  for (const key of keys) moments.set(key.at, [...(moments.get(key.at) ?? []), key]);
  return [...moments.entries()].sort(([one], [other]) => one - other).map(([, there]) => there);
}

export type Planted =
  'wrong' | 'missing' | 'extra' | 'octave' | 'early' | 'late' | 'apart' | 'uneven';

/** Whether a key is free: nobody is to press it, or one like it, anywhere near that moment. */
const isFree = (keys: readonly Key[], note: number, at: number) =>
  note >= 21 &&
  note <= 108 &&
  !keys.some((key) => key.note === note && Math.abs(key.at - at) < 800);

/** Plants one fault. @returns what is played then, and the slot where the fault is; null where this music has no place for it */
export function plant(
  keys: readonly Key[],
  kind: Planted,
  next: () => number,
): { keys: Key[]; slot: number; hand: Key['hand'] } | null {
  const moments = momentsOf(keys);
  const pick = <Of>(all: readonly Of[]): Of | undefined => all[Math.floor(next() * all.length)];
  const change = (of: readonly Key[], by: (key: Key) => Key[]) =>
    keys.flatMap((key) => (of.includes(key) ? by(key) : [key]));
  const alone = moments.filter((there, place) => {
    const before = moments[place - 1]?.[0]?.at ?? -Infinity;
    const after = moments[place + 1]?.[0]?.at ?? Infinity;
    const { at } = there[0]!;
    return at - before > 450 && after - at > 450;
  });
  const key = pick(keys);
  if (!key) return null;
  const { slot, hand } = key;
  switch (kind) {
    case 'missing':
      return { keys: change([key], () => []), slot, hand };
    case 'wrong': {
      const note = [1, -1, 2, -2]
        .map((by) => key.note + by)
        .find((one) => isFree(keys, one, key.at));
      return note === undefined
        ? null
        : { keys: change([key], () => [{ ...key, note }]), slot, hand };
    }
    case 'octave': {
      const note = [12, -12, 24]
        .map((by) => key.note + by)
        .find((one) => isFree(keys, one, key.at));
      return note === undefined
        ? null
        : { keys: change([key], () => [{ ...key, note }]), slot, hand };
    }
    case 'extra': {
      const note = [1, -1, 3, -3]
        .map((by) => key.note + by)
        .find((one) => isFree(keys, one, key.at));
      return note === undefined
        ? null
        : { keys: [...keys, { ...key, note, at: key.at + 15 }], slot, hand };
    }
    case 'early':
    case 'late': {
      const there = pick(alone);
      const by = (kind === 'late' ? 1 : -1) * (110 + next() * 180);
      return there
        ? {
            keys: change(there, (one) => [{ ...one, at: one.at + by }]),
            slot: there[0]!.slot,
            hand: there[0]!.hand,
          }
        : null;
    }
    case 'apart': {
      const there = pick(
        alone.filter((all) =>
          ['left', 'right'].every((side) => all.some((one) => one.hand === side)),
        ),
      );
      const side = next() < 0.5 ? 'left' : 'right';
      const by = 75 + next() * 60;
      const moved = there?.filter((one) => one.hand === side);
      return moved
        ? {
            keys: change(moved, (one) => [{ ...one, at: one.at + by }]),
            slot: moved[0]!.slot,
            hand: side,
          }
        : null;
    }
    case 'uneven': {
      const side = next() < 0.5 ? 'left' : 'right';
      const own = moments.flatMap((all) => {
        const there = all.filter((one) => one.hand === side);
        return there.length > 0 ? [there] : [];
      });
      const starts = own.flatMap((_, place) => {
        const row = own.slice(place, place + 6);
        const steps = row.slice(1).map((one, index) => one[0]!.at - row[index]![0]!.at);
        const isEven = row.length === 6 && steps.every((step) => Math.abs(step - steps[0]!) < 0.5);
        return isEven && steps[0]! > 150 && steps[0]! < 600 ? [row] : [];
      });
      const row = pick(starts);
      if (!row) return null;
      const late = new Set(row.filter((_, index) => index % 2 === 1).flat());
      return {
        keys: keys.map((one) => (late.has(one) ? { ...one, at: one.at + 42 } : one)),
        slot: row[0]![0]!.slot,
        hand: side,
      };
    }
  }
}
