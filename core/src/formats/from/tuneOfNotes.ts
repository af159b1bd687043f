import { finest, type TuneBar, type TuneEvent, type TuneNote } from '../../chart/tune.ts';

/** A note or rest as a file has it: ticks from the beginning of its bar. */
export interface WrittenNote {
  readonly at: number;
  readonly ticks: number;
  /** Null for a rest. */
  readonly sung: Pick<TuneNote, 'degree' | 'octave'> | null;
  readonly tieStop: boolean;
  readonly accent: boolean;
}

/**
 * The tune of a bar, from the notes of one voice.
 * @param lead ticks that the bar of a pickup lacks at its beginning
 * @param length of the whole bar, in ticks
 */
export function tuneOfNotes(notes: readonly WrittenNote[], lead: number, length: number): TuneBar {
  const tune: TuneEvent[] = [];
  let at = 0;
  const put = (event: TuneEvent) => {
    const last = tune.at(-1);
    if (event.ticks <= 0) return;
    if (last && (event.kind === 'held' || (event.kind === 'rest' && last.kind === 'rest')))
      tune[tune.length - 1] = { ...last, ticks: last.ticks + event.ticks };
    else tune.push(event);
    at += event.ticks;
  };
  const onGrid = (tick: number) => Math.min(length, Math.round((tick + lead) / finest) * finest);
  for (const { at: written, ticks: long, sung, tieStop, accent } of notes) {
    const from = Math.max(at, onGrid(written));
    const ticks = onGrid(written + long) - from;
    if (!sung || ticks <= 0) continue;
    put({ kind: 'rest', ticks: from - at });
    put(tieStop ? { kind: 'held', ticks } : { kind: 'note', ...sung, accent, ticks });
  }
  if (at === 0) return [];
  put({ kind: 'rest', ticks: length - at });
  return tune;
}
