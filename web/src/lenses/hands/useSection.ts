import {
  feltBeats,
  formatChord,
  handsOfDirections,
  hasFigure,
  innerLines,
  nothingSaidOfHands,
  placedSlots,
  saidFirst,
  sectionHandsOf,
  sectionOfBar,
  texturesOf,
  type Chord,
  type ChosenSlot,
  type HandsPlace,
  type InnerLine,
  type Pin,
  type SaidHands,
  type Song,
  type SongHands,
  type Timeline,
} from '@intervallum/core';
import { useDeferredValue, useMemo } from 'react';
import { texturesInWords } from '../../music/rails/remarks.ts';
import { useKept } from '../../ui/useKept.ts';
import { t } from '../../words/words.ts';
import type { NamedSection, SaidOfSection } from './actions.ts';

/** The section of the chosen chord, and what is said of it. */
export interface ChosenSection {
  readonly section: ReturnType<typeof sectionOfBar>;
  /** The chords of each section of the song, by their slots. */
  readonly places: readonly (readonly HandsPlace[])[];
  readonly slots: readonly number[];
  readonly said: SaidOfSection;
  readonly others: readonly NamedSection[];
  /** How often the chosen chord stands elsewhere, not pinned as it is here: nothing where it is not pinned. */
  readonly alike: { readonly section: number; readonly song: number };
  /** The inner lines that can go through the chosen chord. */
  readonly lines: readonly InnerLine[];
}

/** All of it stays the same object for as long as it says the same: the tools of the section are drawn anew only then. */
export function useSection(song: Song, slot: ChosenSlot | null, hands: SongHands): ChosenSection {
  const section = useMemo(() => slot && sectionOfBar(song, slot.slot.bar), [song, slot]);
  const places = useMemo(() => chordsOfSections(song), [song]);
  const slots = useMemo(
    () => (section ? places[section.section]!.map(({ slot }) => slot) : []),
    [places, section],
  );
  const saidNow = useMemo(
    () => saidOf(song, section?.section ?? null, hands, slots),
    [song, section, hands, slots],
  );
  // The same object for as long as it says the same: the tools of the section are drawn anew only then.
  const said = useSame(saidNow);
  const others = useSame(
    useMemo(
      () =>
        song.sections.flatMap(({ name }, index): NamedSection[] =>
          index === section?.section ? [] : [{ section: index, name: name || t('the section') }],
        ),
      [song, section],
    ),
  );
  const alike = useSame(
    useMemo(() => {
      const pin = slot && hands.pins.find((one) => one.slot === slot.index);
      const place = pin && { slot: slot.index, chord: slot.chord };
      if (!place || !section) return { section: 0, song: 0 };
      const open = (places: readonly HandsPlace[]) =>
        alikeOf(place, places).filter(
          (one) => !hands.pins.some((other) => other.slot === one.slot && isSamePin(other, pin)),
        ).length;
      return { section: open(places[section.section]!), song: open(places.flat()) };
    }, [slot, hands.pins, places, section]),
  );

  // What is offered may come a moment after what was typed.
  const later = useDeferredValue(
    useMemo(
      () => slot && section && { at: slot.index, row: places[section.section]!, key: song.key },
      [slot, section, places, song.key],
    ),
  );
  const lines = useSame(
    useMemo(() => (later ? innerLines(later.row, later.at, later.key) : []), [later]),
  );

  return { section, places, slots, said, others, alike, lines };
}

/** The chords of each section, by their slots. */
function chordsOfSections(song: Song): HandsPlace[][] {
  const places: HandsPlace[][] = song.sections.map(() => []);
  for (const [slot, { bar, is }] of placedSlots(song).entries()) {
    const section = is.kind === 'chord' ? sectionOfBar(song, bar) : null;
    if (section && is.kind === 'chord') places[section.section]!.push({ slot, chord: is.chord });
  }
  return places;
}

/** The other places where the same chord stands. */
export function alikeOf({ slot, chord }: HandsPlace, places: readonly HandsPlace[]): HandsPlace[] {
  const name = formatChord(chord);
  return places.filter((one) => one.slot !== slot && formatChord(one.chord) === name);
}

function isSamePin({ slot: _, ...one }: Pin, { slot: __, ...other }: Pin): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}

/** What the player says of a section, its octave too. */
export function mineOf(hands: SongHands, slots: readonly number[]): SaidHands {
  const register = hands.registers.findLast(({ slot }) => slots.includes(slot));
  return { ...sectionHandsOf(hands, slots), octaves: register?.octaves ?? null };
}

function saidOf(
  song: Song,
  section: number | null,
  hands: SongHands,
  slots: readonly number[],
): SaidOfSection {
  const own = section === null ? null : song.sections[section]!;
  return {
    mine: mineOf(hands, slots),
    chart: own?.hands ?? nothingSaidOfHands,
    song: own ? saidFirst(handsOfDirections(own.directions), song.hands) : song.hands,
    rhythm: own ? texturesInWords(texturesOf(song.textures, own.textures)) : [],
  };
}

/** The object before, for as long as a new one says the same. */
function useSame<Value extends object>(value: Value): Value {
  return useKept<Value, Value>(value, sameOrNew);
}

function sameOrNew<Value>(now: Value, before: Value | null): Value {
  return before && JSON.stringify(now) === JSON.stringify(before) ? before : now;
}

/** The slots of the text that last two beats and more. */
export function longSlots({ slots }: Timeline): ReadonlySet<number> {
  return new Set(
    slots
      .filter(({ is, meter }) => is.ticks >= (feltBeats(meter)[0] ?? 0) * 2)
      .map(({ slot }) => slot),
  );
}

/** A chord with its root in the bass and a fifth over it: where a left hand walks. */
export function isOverRoot(chord: Chord): boolean {
  return chord.kind === 'named' && chord.bass === null && hasFigure(chord.figures, 5);
}
