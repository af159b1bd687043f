import type { ChartResult } from '../chart/read/parseChart.ts';
import type { Slot } from '../chart/song.ts';
import type { Chord, NamedChord } from '../chord/chord.ts';
import { colouredForms } from '../chord/colourForms.ts';
import { formatChord } from '../chord/formatChord.ts';
import type { NumberStyle } from '../chord/reading.ts';
import { suspensionOf } from '../chord/suspend.ts';
import { listed } from '../kit/words.ts';
import type { Cursor } from '../marks/cursor.ts';
import { placedSlots } from '../marks/slots.ts';
import { written } from './changes.ts';
import { refused, type Edit } from './edit.ts';
import { partedEqually } from './parting.ts';
import { placeOfBar, rewrite, withBar } from './place.ts';
import { editSlots } from './slots.ts';

/**
 * A colour for all chords from one place to another: what was chosen for one of them, and for the others what is like it: the
 * 4th for the third, or a seventh, each as the chord takes it. One edit; a chord that takes none like it stays.
 * @returns the edit, and a sentence about chords that stayed; null where all took it
 */
export function colourSlots(
  read: ChartResult,
  anchor: Cursor,
  head: Cursor,
  chosen: { readonly before: Chord; readonly coloured: NamedChord },
  numbers?: Partial<NumberStyle>,
): { readonly edit: Edit; readonly said: string | null } {
  const rest = nextChords(read);
  const stayed = new Set<string>();
  let taken = 0;
  const edit = editSlots(read, anchor, head, (slot): Slot => {
    if (slot.kind !== 'chord') return slot;
    const coloured = likeFor(slot.chord, rest.get(slot) ?? null, chosen);
    if (!coloured) {
      stayed.add(formatChord(slot.chord, numbers));
      return slot;
    }
    taken += 1;
    return { ...slot, chord: coloured };
  });
  const said =
    stayed.size === 0 ? null : `${listed([...stayed])} stayed: that colour is not theirs.`;
  if (taken === 0 && edit.ok)
    return { edit: refused(said ?? 'There is no chord here to colour.'), said };
  return { edit, said };
}

/** For each slot of the text the chord that comes after it. */
function nextChords({ song }: ChartResult): ReadonlyMap<Slot, Chord | null> {
  let next: Chord | null = null;
  const found = new Map<Slot, Chord | null>();
  for (const { is } of [...placedSlots(song)].reverse()) {
    found.set(is, next);
    if (is.kind === 'chord') next = is.chord;
  }
  return found;
}

/** The colour that does to a chord what the chosen one did: takes away and adds the same tones, thirds and sevenths as the key has them. */
function likeFor(
  chord: Chord,
  next: Chord | null,
  { before, coloured }: { readonly before: Chord; readonly coloured: NamedChord },
): NamedChord | null {
  if (chord.kind !== 'named' || before.kind !== 'named') return null;
  if (formatChord(chord) === formatChord(before)) return coloured;
  const [from, to] = [kindsOf(before), kindsOf(coloured)];
  const kept = kindsOf(chord).filter((kind) => to.includes(kind) || !from.includes(kind));
  const wanted = sortedName([...kept, ...to.filter((kind) => !from.includes(kind))]);
  const isIt = (one: NamedChord) => sortedName(kindsOf(one)) === wanted;
  if (isIt(chord)) return chord;
  const held = (['4', '2'] as const).find((kind) => to.includes(`${kind}:0`) && !to.includes('3'));
  if (held) {
    const suspended = suspensionOf(chord, held);
    return suspended.ok ? suspended.chord : null;
  }
  return colouredForms(chord, 'altered', next).find((form) => isIt(form.chord))?.chord ?? null;
}

function kindsOf({ figures }: NamedChord): string[] {
  return figures.map(({ figure, alter }) =>
    figure === 3 || figure === 7 ? `${figure}` : `${figure}:${alter}`,
  );
}

function sortedName(kinds: readonly string[]): string {
  return [...new Set(kinds)].sort().join(' ');
}

/** Several chords in the time of one, each as long as the others: what moves over a held bass. */
export function putMovement(read: ChartResult, at: Cursor, chords: readonly Chord[]): Edit {
  const placed = placeOfBar(read.song, at.bar);
  if (!placed) return refused('There is no bar here yet; begin a section first.');
  const { bar, meter } = placed;
  if (bar.kind === 'same') return refused('This bar repeats the one before it.');
  const parts = partedEqually(bar, meter, at.slot, chords.length);
  if (!parts)
    return refused(
      `The metre does not let this chord be parted in ${chords.length}. Give it more time first (J joins it with the next).`,
    );
  const moved = parts.map((part, index) =>
    part.kind === 'chord' ? { ...part, chord: chords[index]! } : part,
  );
  const slots = [...bar.slots.slice(0, at.slot), ...moved, ...bar.slots.slice(at.slot + 1)];
  const phrase = withBar(placed.of, placed.inPhrase, { ...bar, slots });
  return written(read, [rewrite(placed, phrase)], at);
}
