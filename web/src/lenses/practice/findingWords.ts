import { formatChord, type Finding, type Rung } from '@intervallum/core';
import type { ChartView } from '../../music/rails/view.ts';
import { keyLabel } from '../../music/keys/labels.ts';
import { t } from '../../words/words.ts';
import { calledAt } from './called.ts';
import type { Step } from './room.ts';

/** What a step of the ladder is called. */
export function rungName({ kind, pushes, song }: Rung): string {
  switch (kind) {
    case 'right':
      return t('The right hand alone');
    case 'roots':
      return t('With the roots');
    case 'pattern':
      return song.sections.some(({ textures }) => textures.left ?? textures.right)
        ? t('With what the hands play')
        : t('Both hands');
    case 'pushes':
      return t('{{count}} chords come early', { count: pushes });
    case 'sixteenths':
      return t('Early by a sixteenth');
    case 'written':
      return t('As it is written');
  }
}

type Where = Pick<Step, 'timeline' | 'firstBar'>;

/** Where something is: its bar of the section, and the chord there. */
export function placeInWords({ timeline, firstBar }: Where, at: number, view: ChartView): string {
  const called = calledAt(timeline, firstBar, at);
  if (!called) return '';
  const chord = formatChord(called.chord, view.style);
  return t('bar {{bar}}, {{chord}}', { bar: called.bar, chord });
}

const hands = { left: t('left hand'), right: t('right hand') } as const;

/** One thing to be mended, in a sentence; and how often it was so, where it was more than one round. */
export function findingInWords(
  finding: Finding,
  there: Where & Pick<Step, 'of'>,
  view: ChartView,
): string {
  const { kind, hand, at, note, played, ms, quarters, times, rounds } = finding;
  const amount = { ms: Math.round(Math.abs(ms)), part: partOfBeat(quarters) };
  const late = t('{{ms}} ms late ({{part}} of a quarter)', amount);
  const early = t('{{ms}} ms early ({{part}} of a quarter)', amount);
  const often = rounds > 1 ? ` ${t('In {{times}} of {{rounds}} rounds.', { times, rounds })}` : '';
  if (at === null) {
    const what = kind === 'early' ? early : late;
    return t('Everything comes {{what}}.', { what }) + often;
  }
  const place = placeInWords(there, at, view);
  const { isRhythm } = there.of;
  const where = hand === null || isRhythm ? place : `${hands[hand]}, ${place}`;
  const name = (key: number | null) => (key === null ? '' : keyLabel(key, view));
  const said = (): string => {
    switch (kind) {
      case 'wrong':
        return t('{{played}} instead of {{note}}', { played: name(played), note: name(note) });
      case 'missing':
        return isRhythm
          ? t('a tap is missing')
          : t('{{note}} was not played', { note: name(note) });
      case 'octave':
        return t('{{note}} in another octave', { note: name(note) });
      case 'extra':
        return isRhythm
          ? t('one tap too many')
          : t('{{played}} is one key too many', { played: name(played) });
      case 'late':
        return late;
      case 'early':
        return early;
      case 'apart':
        return ms > 0
          ? t('{{ms}} ms after the other hand', amount)
          : t('{{ms}} ms before the other hand', amount);
      case 'uneven':
        return t('uneven from here on, by {{ms}} ms', amount);
    }
  };
  return `${capital(where)}: ${said()}.${often}`;
}

/** @example partOfBeat(0.18) // '0.2' */
function partOfBeat(quarters: number): string {
  return Math.abs(quarters).toFixed(quarters < 0.1 ? 2 : 1);
}

function capital(text: string): string {
  return text.charAt(0).toLocaleUpperCase() + text.slice(1);
}
