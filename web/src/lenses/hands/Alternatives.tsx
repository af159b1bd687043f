import {
  otherInWords,
  semitonesWorth,
  type LeftFamily,
  type OtherVoicing,
  type VoicedSlot,
} from '@intervallum/core';
import styled from 'styled-components';
import { MiniKeys } from '../../music/keys/MiniKeys.tsx';
import { SuggestionList } from '../parts/SuggestionList.tsx';

const Nothing = styled.p`
  font-size: 14px;
  color: var(--soft);
`;

const same = (one: Pick<VoicedSlot, 'left' | 'right'>, other: OtherVoicing) =>
  one.left.join() === other.left.join() && one.right.join() === other.right.join();

interface AlternativesProps {
  others: readonly OtherVoicing[] | null;
  before: VoicedSlot | null;
  now: VoicedSlot | null;
  onTake: (other: OtherVoicing) => void;
}

/** Other ways to play the chosen chord, the cheapest first; a digit takes one. */
export function Alternatives({ others, before, now, onTake }: AlternativesProps) {
  if (!others || others.length === 0)
    return (
      <Nothing>{others ? 'There is no other way to play it.' : 'Looking for other ways …'}</Nothing>
    );
  return (
    <SuggestionList
      label="Other ways to play it"
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
              <b>{shapeWords(other)}</b> {otherInWords(before, other)}
              {isTaken ? ' · held now' : ''}
            </>
          ),
          take: () => onTake(other),
        };
      })}
    />
  );
}

function costOf({ over, rolled }: OtherVoicing): string {
  if (rolled.left || rolled.right) return 'rolled';
  if (over === 0) return 'best';
  return semitonesWorth(over) === 0 ? '+<1' : `+${semitonesWorth(over)}`;
}

/** The shapes by the names players give them: `1-5-8, doubled`. */
function shapeWords({ left, leftFamily, rightFamily }: OtherVoicing): string {
  return (
    [left.length > 0 ? leftWords[leftFamily] : '', rightFamily].filter(Boolean).join(', ') + '.'
  );
}

const leftWords: Readonly<Record<LeftFamily, string>> = {
  nothing: '',
  root: 'bass alone',
  octave: 'octave',
  fifth: '1-5',
  'fifth and octave': '1-5-8',
  seventh: '1-7',
  'fifth and seventh': '1-5-7',
  tenth: '1-10',
  'fifth and tenth': '1-5-10',
  'other tone': 'one tone',
  close: 'close left',
  shell: 'shell',
  rootless: 'rootless left',
};
