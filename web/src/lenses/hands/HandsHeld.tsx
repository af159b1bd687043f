import {
  identifyVoicing,
  noteNamer,
  withSigns,
  type Chord,
  type VoicedSlot,
} from '@intervallum/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { noteInWords } from '../../music/rails/spoken.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { Hidden } from '../../ui/hidden.ts';
import { phone, short } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';

const Name = styled.p`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 12px;
  b {
    font-size: 17px;
  }
`;

const Words = styled.p`
  margin-bottom: 6px;
  font-size: 14px;
  line-height: 1.35;
  color: var(--soft);
`;

/** The notes in letters: on a phone the keys are too small to be written on. */
const Letters = styled.p`
  display: none;
  font-size: 15px;
  b:first-child {
    color: var(--left-text);
  }
  b:last-child {
    color: var(--right);
  }
  ${phone} {
    display: block;
  }
  ${short} {
    display: block;
  }
`;

export const NotOnPhone = styled.div`
  ${phone} {
    display: none;
  }
  ${short} {
    display: none;
  }
`;

interface HandsHeldProps {
  view: ChartView;
  /** What is held at the chosen chord; null where none is chosen. */
  now: VoicedSlot | null;
  /** What sounds on the keys just now; null where nothing does. */
  live: { readonly left: readonly number[]; readonly right: readonly number[] } | null;
  /** The hands that the section leaves out. */
  silent: readonly ('left' | 'right')[];
  /** What the pattern of the left hand adds. */
  added: readonly number[];
  next: Chord | null;
  bassPlayer: boolean;
}

/** What both hands hold, by its name; while keys are down, what is played on them. */
export function HandsHeld({ view, now, live, silent, added, next, bassPlayer }: HandsHeldProps) {
  const [reading] = useMemo(
    () =>
      now
        ? identifyVoicing(live ?? now, view.key, {
            written: now.chord,
            bassPlayer,
            next,
            numbers: view.style,
            letters: view.letterStyle,
          })
        : [],
    [now, live, view.key, view.style, view.letterStyle, bassPlayer, next],
  );
  const name = now ? noteNamer(now, view.letterStyle) : String;
  const shown = live ?? now ?? { left: [], right: [] };
  const heard = (hand: 'left' | 'right') =>
    !live && silent.includes(hand) ? [] : shown[hand].map(name);
  const notes = { left: heard('left'), right: heard('right') };
  const words = live
    ? t('What is played now.')
    : silent.length > 0
      ? silentWords(silent)
      : now?.walk
        ? walkWords(now.walk.kind)
        : null;
  return (
    <>
      <p>{t('Both hands hold')}</p>
      <div role="status" aria-label={t('What both hands hold')}>
        {reading ? (
          <>
            <Name aria-hidden>
              {reading.chord ? (
                <ChordMark chord={reading.chord} view={view} />
              ) : (
                <b>{reading.numbers}</b>
              )}
              {reading.chord ? <b>{reading.letters}</b> : null}
            </Name>
            <Letters aria-hidden>
              <b>{notes.left.join(' ') || '–'}</b> {t('under')}{' '}
              <b>{notes.right.join(' ') || '–'}</b>
            </Letters>
            <NotOnPhone>
              <Words aria-hidden>{words ?? reading.reading}</Words>
            </NotOnPhone>
            {live ? null : (
              <Hidden>
                {reading.reading} {handsInWords(notes, now?.pinned ?? false)}. {words}
                {added.length > 0
                  ? t('The pattern adds {{notes}}.', {
                      notes: added.map((note) => noteInWords(name(note))).join(' '),
                    })
                  : null}
              </Hidden>
            )}
          </>
        ) : (
          <Words>{t('Choose a chord on the chart to see what both hands hold.')}</Words>
        )}
      </div>
    </>
  );
}

/** What a section that leaves out a hand comes to. */
function silentWords(silent: readonly ('left' | 'right')[]): string {
  if (silent.length === 2) return t('The keys rest here: the section says so.');
  return silent[0] === 'right'
    ? t('Only the left hand plays here: the section says so.')
    : t('Only the right hand plays here: the section says so.');
}

/** Which notes each hand holds, for those who listen. */
function handsInWords(
  { left, right }: { readonly left: readonly string[]; readonly right: readonly string[] },
  isPinned: boolean,
): string {
  const said = (notes: readonly string[]) => notes.map(noteInWords).join(' ') || t('nothing');
  return [
    t('left hand {{left}}', { left: said(left) }),
    t('right hand {{right}}', { right: said(right) }),
    isPinned ? t('pinned') : '',
  ]
    .filter(Boolean)
    .join(', ');
}

function walkWords(kind: string): string {
  const [from = '', into = '', last] = withSigns(kind, 'printed').split('-');
  if (last)
    return t(
      'The left hand walks {{from}}, {{into}}, {{last}}: a quarter, a quarter and half of its time.',
      {
        from,
        into,
        last,
      },
    );
  return t('The left hand walks {{from}} to {{into}} in the second half.', { from, into });
}
