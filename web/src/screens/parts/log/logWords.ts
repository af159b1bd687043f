import type { LogEntry, LoggedRound, LoggedTime } from '@intervallum/contract';
import { writeCsv, type DrillGrade, type RungKind } from '@intervallum/core';
import { runPieceNames } from '../../../words/choiceNames.ts';
import { t } from '../../../words/words.ts';

const rungs: Readonly<Record<RungKind, string>> = {
  right: t('right hand alone'),
  roots: t('with the roots'),
  pattern: t('with the pattern'),
  pushes: t('with pushes'),
  sixteenths: t('early by sixteenths'),
  written: t('as written'),
};

const ways = {
  called: t('called'),
  'in time': t('in time'),
  'from memory': t('from memory'),
} as const;

export const gradeNames: Readonly<Record<DrillGrade, string>> = {
  again: t('Not yet'),
  hard: t('With trouble'),
  good: t('Right'),
  easy: t('At once'),
};

/** What was practised in a round: section, bars, step, how. */
export function roundInWords({
  section,
  bars,
  rung,
  way,
  isRhythm,
  hand,
  runs,
}: LoggedRound): string {
  return [
    section || t('Section without a name'),
    bars ? t('bars {{from}} to {{to}}', bars) : '',
    rungs[rung],
    isRhythm ? t('the rhythm alone') : '',
    runs === null ? '' : runPieceNames[runs],
    hand === null ? '' : hand === 'left' ? t('left hand alone') : t('right hand alone'),
    ways[way],
  ]
    .filter(Boolean)
    .join(', ');
}

/** How it went: `clean at 76 of 84`, `76 of 84`. */
export function wentInWords({ isClean, isWhole, tempo, goal }: LoggedRound): string {
  const speed = tempo === null ? '' : t('at {{tempo}} of {{goal}}', { tempo, goal });
  const how =
    isClean === null
      ? t('not heard')
      : !isWhole
        ? t('broken off')
        : isClean
          ? t('clean')
          : t('not clean');
  return [how, speed].filter(Boolean).join(' ');
}

/** What a day's logbook has in one line: rounds of the same bars in the same way, by the best of them, or all drills. */
export type LogLine = { readonly id: string; readonly seconds: number; readonly count: number } & (
  | { readonly kind: 'rounds'; readonly round: LoggedRound }
  | { readonly kind: 'drills'; readonly known: number }
  | { readonly kind: 'time'; readonly entry: LoggedTime }
);

/** The lines of a day, in the order of its entries. */
export function linesOfDay(entries: readonly LogEntry[]): LogLine[] {
  const lines = new Map<string, LogLine>();
  for (const entry of entries) {
    const { id } = entry;
    const name =
      entry.kind === 'drill'
        ? 'drills'
        : `${entry.songId} ${entry.kind === 'time' ? `${entry.section} ${entry.what}` : roundInWords(entry)} ${entry.kind}`;
    const before = lines.get(name);
    const sums = {
      id: before?.id ?? id,
      seconds: entry.seconds + (before?.seconds ?? 0),
      count: 1 + (before?.count ?? 0),
    };
    if (entry.kind === 'drill') {
      const known = before?.kind === 'drills' ? before.known : 0;
      lines.set(name, {
        ...sums,
        kind: 'drills',
        known: known + (entry.grade === 'again' ? 0 : 1),
      });
    } else if (entry.kind === 'time') lines.set(name, { ...sums, kind: 'time', entry });
    else {
      const best = before?.kind === 'rounds' ? better(before.round, entry) : entry;
      lines.set(name, { ...sums, kind: 'rounds', round: best });
    }
  }
  return [...lines.values()];
}

/** Of two rounds the clean one, of two alike the faster one. */
function better(one: LoggedRound, other: LoggedRound): LoggedRound {
  const worth = ({ isClean, isWhole, tempo }: LoggedRound) =>
    (isClean && isWhole ? 1_000 : 0) + (tempo ?? 0);
  return worth(other) > worth(one) ? other : one;
}

/** A duration: `40 s`, `3 min`. */
export function spentInWords(seconds: number): string {
  return seconds < 60
    ? t('{{seconds}} s', { seconds: Math.round(seconds) })
    : t('{{minutes}} min', { minutes: Math.round(seconds / 60) });
}

const columns = [
  'day',
  'time',
  'what',
  'title',
  'section',
  'bars',
  'step',
  'way',
  'tempo',
  'goal',
  'clean',
  'seconds',
  'to mend',
] as const;

/** The logbook as a table of comma-separated values, a line for each entry; its words are those of the file, in any language. */
export function logTable(entries: readonly LogEntry[]): string {
  return writeCsv(
    columns,
    entries.map((entry) => {
      const common = { day: entry.day, time: entry.at, seconds: String(entry.seconds) };
      if (entry.kind === 'drill')
        return { ...common, what: `drill: ${entry.card}`, clean: entry.grade };
      if (entry.kind === 'time') {
        const { what, title, section, tempo } = entry;
        return { ...common, what, title, section, tempo: String(tempo) };
      }
      const { title, section, bars, rung, way, isRhythm, hand, runs, tempo, goal, isClean, weak } =
        entry;
      return {
        ...common,
        ...{
          what: [isRhythm ? 'rhythm' : 'round', runs && `runs, ${runs}`, hand && `${hand} hand`]
            .filter(Boolean)
            .join(', '),
          title,
          section,
          step: rung,
          way,
          goal: String(goal),
        },
        bars: bars ? `${bars.from}-${bars.to}` : '',
        tempo: tempo === null ? '' : String(tempo),
        clean: isClean === null ? '' : isClean ? 'yes' : 'no',
        'to mend': weak
          .map(({ bar, chord, kind }) =>
            [kind, bar === null ? '' : `bar ${bar}`, chord].join(' ').trim(),
          )
          .join('; '),
      };
    }),
  );
}
