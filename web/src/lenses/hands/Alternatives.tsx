import {
  noteNamer,
  otherInWords,
  semitonesWorth,
  type LeftFamily,
  type OtherVoicing,
  type VoicedSlot,
} from '@intervallum/core';
import { memo, useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import type { ChartView } from '../../music/rails/view.ts';
import { MiniKeys } from '../../music/keys/MiniKeys.tsx';
import { useKept } from '../../ui/useKept.ts';
import { useSteady } from '../../ui/useSteady.ts';
import { SuggestionList } from '../parts/SuggestionList.tsx';
import { t } from '../../words/words.ts';

const Nothing = styled.p`
  font-size: 14px;
  color: var(--soft);
`;

/** How long the ways of the chord before may stand there while those of this one are looked for, in milliseconds. */
const patience = 250;

const same = (one: Pick<VoicedSlot, 'left' | 'right'>, other: OtherVoicing) =>
  one.left.join() === other.left.join() && one.right.join() === other.right.join();

interface AlternativesProps {
  others: readonly OtherVoicing[] | null;
  before: VoicedSlot | null;
  now: VoicedSlot | null;
  letters: ChartView['letterStyle'];
  onTake: (other: OtherVoicing) => void;
}

/**
 * Other ways to play the chosen chord, the cheapest first; a digit takes one. For a moment those of the chord before hold the
 * place of what is looked for, so that nothing beneath them moves; they cannot be taken.
 */
export function Alternatives({ others, before, now, letters, onTake }: AlternativesProps) {
  const found = useMemo(
    () => others && { others, before, now, letters },
    [others, before, now, letters],
  );
  const shown = useKept<Found, Found>(found, orLast);
  const isLate = useIsLate(found === null);
  const { take } = useSteady({ take: (other: OtherVoicing) => others && onTake(other) });
  if (!shown || isLate) return <Nothing>{t('Looking for other ways …')}</Nothing>;
  if (shown.others.length === 0) return <Nothing>{t('There is no other way to play it.')}</Nothing>;
  return (
    <div aria-busy={!found}>
      <OtherWays {...shown} onTake={take} />
    </div>
  );
}

type Found =
  (Omit<AlternativesProps, 'others' | 'onTake'> & { others: readonly OtherVoicing[] }) | null;

function orLast(found: Found, before: Found): Found {
  return found ?? before;
}

/** True once something has been waited for longer than one has patience. */
function useIsLate(waits: boolean): boolean {
  const [isLate, setLate] = useState(false);
  useEffect(() => {
    if (!waits) return;
    const timer = setTimeout(() => setLate(true), patience);
    return () => {
      clearTimeout(timer);
      setLate(false);
    };
  }, [waits]);
  return waits && isLate;
}

const OtherWays = memo(function OtherWays({
  others,
  before,
  now,
  letters,
  onTake,
}: AlternativesProps & { others: readonly OtherVoicing[] }) {
  const titles = titlesOf(others, now, letters);
  return (
    <SuggestionList
      label={t('Other ways to play it')}
      suggestions={others.map((other, index) => {
        const isTaken = now !== null && same(now, other);
        return {
          id: `${other.left.join()} ${other.right.join()}`,
          keyName: String(index + 1),
          shown: <MiniKeys left={other.left} right={other.right} />,
          cost: costOf(other),
          isTaken,
          why: (
            <>
              <b>{titles[index]}</b> {otherInWords(before, other)}
              {isTaken ? ` · ${t('held now')}` : ''}
            </>
          ),
          take: () => onTake(other),
        };
      })}
    />
  );
});

function costOf({ over, rolled }: OtherVoicing): string {
  if (rolled.left || rolled.right) return t('rolled');
  if (over === 0) return t('best');
  return semitonesWorth(over) === 0 ? '+<1' : `+${semitonesWorth(over)}`;
}

/** What each way is called: where several have the same shapes, what is on top as well. */
function titlesOf(
  others: readonly OtherVoicing[],
  now: VoicedSlot | null,
  letters: ChartView['letterStyle'],
): string[] {
  // One looks for keys here: easy spelling.
  const name = now && noteNamer(now, { ...letters, spelling: 'easy' });
  const shapes = others.map(shapeWords);
  return others.map(({ right }, index) => {
    const shape = shapes[index]!;
    const isShared = shapes.filter((one) => one === shape).length > 1;
    const top = right.at(-1);
    if (!isShared || !name || top === undefined) return `${shape}.`;
    return t('{{shape}}, {{note}} on top.', { shape, note: name(top) });
  });
}

/** The shapes by the names players give them: `1-5-8, doubled`. */
function shapeWords({ left, leftFamily, rightFamily }: OtherVoicing): string {
  return [left.length > 0 ? leftWords[leftFamily] : '', rightFamily].filter(Boolean).join(', ');
}

const leftWords: Readonly<Record<LeftFamily, string>> = {
  nothing: '',
  root: t('bass alone'),
  octave: t('octave'),
  fifth: '1-5',
  'fifth and octave': '1-5-8',
  seventh: '1-7',
  'fifth and seventh': '1-5-7',
  tenth: '1-10',
  'fifth and tenth': '1-5-10',
  'other tone': t('one tone'),
  pair: t('two tones'),
  close: t('close left'),
  shell: t('shell'),
  rootless: t('rootless left'),
};
