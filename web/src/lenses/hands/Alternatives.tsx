import {
  otherInWords,
  semitonesWorth,
  type LeftFamily,
  type OtherVoicing,
  type VoicedSlot,
} from '@intervallum/core';
import { Button } from 'react-aria-components';
import styled from 'styled-components';
import { MiniKeys } from '../../music/keys/MiniKeys.tsx';

const List = styled.ol`
  display: grid;
  gap: 6px;
`;

const Card = styled(Button)<{ $taken: boolean }>`
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) 46px;
  align-items: center;
  gap: 2px 10px;
  width: 100%;
  padding: 7px 10px;
  border: 1px solid ${({ $taken }) => ($taken ? 'var(--accent)' : 'var(--hairline)')};
  border-left-width: ${({ $taken }) => ($taken ? '5px' : '1px')};
  border-radius: 10px;
  background: var(--card);
  text-align: left;
  cursor: pointer;
  &[data-hovered] {
    border-color: var(--rail);
  }
`;

const Key = styled.kbd`
  display: grid;
  place-items: center;
  width: 26px;
  height: 26px;
  border: 1px solid var(--rail);
  border-radius: 7px;
  font: inherit;
  font-size: 13px;
  font-weight: 700;
`;

const Cost = styled.span`
  font-size: 13px;
  font-weight: 700;
  text-align: right;
`;

const Words = styled.span`
  grid-column: 2 / -1;
  font-size: 13px;
  line-height: 1.3;
  color: var(--soft);
`;

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
    <List aria-label="Other ways to play it">
      {others.map((other, index) => (
        <li key={`${other.left.join()} ${other.right.join()}`}>
          <Card $taken={now !== null && same(now, other)} onPress={() => onTake(other)}>
            <Key aria-hidden>{index + 1}</Key>
            <MiniKeys left={other.left} right={other.right} />
            <Cost>{costOf(other)}</Cost>
            <Words>
              <b>{shapeWords(other)}</b> {otherInWords(before, other)}
              {now !== null && same(now, other) ? ' · held now' : ''}
            </Words>
          </Card>
        </li>
      ))}
    </List>
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
