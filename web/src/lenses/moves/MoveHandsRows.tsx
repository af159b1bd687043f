import type { HeldShape, MoveForm } from '@intervallum/core';
import styled from 'styled-components';
import { MiniKeys, octavesAround } from '../../music/keys/MiniKeys.tsx';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { t } from '../../words/words.ts';
import type { Ends } from './gap.ts';
import { useMovesLens } from './MovesState.tsx';
import type { FoundHands } from './useIdeas.ts';

const Rows = styled.ol`
  --numeral: 20px;
  display: grid;
  grid-template-columns: max-content minmax(0, 220px);
  justify-content: space-between;
  gap: 4px 12px;
  align-items: center;
  li {
    display: contents;
  }
`;

/** As high as the keys that come. */
const Waiting = styled.span`
  display: block;
  aspect-ratio: 120 / 26;
  border: 1px solid var(--hairline);
  border-radius: 3px;
`;

interface MoveHandsRowsProps {
  form: MoveForm;
  found: FoundHands;
  ends: Ends;
}

/** What both hands hold through an idea, chord by chord, and how far they go. */
export function MoveHandsRows({ form, found, ends }: MoveHandsRowsProps) {
  const { view } = useMovesLens();
  const chords = [ends.before, ...form.chords.map(({ chord }) => chord), ends.next];
  if (form.chords.length === 0) return form.hands ? <HeldSteps hands={form.hands} /> : null;
  if (found === 'out of reach' && !form.hands)
    return <p>{t('These hands cannot hold it: a chord of it is out of their reach.')}</p>;
  const searched = typeof found === 'string' ? null : found.slots;
  const slots = form.hands ? ownHands(form.hands, searched) : searched;
  const range =
    slots &&
    octavesAround(slots.flatMap((slot) => [...(slot?.left ?? []), ...(slot?.right ?? [])]));
  return (
    <>
      <Rows aria-label={t('Both hands, chord by chord')}>
        {chords.map((chord, place) => (
          <li key={place}>
            <ChordMark chord={chord} view={view} />
            {slots?.[place] && range ? (
              <MiniKeys left={slots[place].left} right={slots[place].right} range={range} />
            ) : (
              <Waiting aria-hidden />
            )}
          </li>
        ))}
      </Rows>
      {form.hands ? null : (
        <p>
          {typeof found === 'string'
            ? t('The hands are being found.')
            : t(
                'The fingers of both hands go {{semitones}} half steps in all; straight on they go {{straight}}.',
                { semitones: found.semitones, straight: found.straight },
              )}
        </p>
      )}
    </>
  );
}

/** The hands as the move says them, between those that are searched before and after it. */
function ownHands(
  hands: readonly HeldShape[],
  searched: readonly HeldShape[] | null,
): readonly (HeldShape | null)[] {
  return [searched?.[0] ?? null, ...hands, searched?.at(-1) ?? null];
}

const Steps = styled.ol`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 6px 10px;
`;

/** What the hands hold one after the other over a chord that stays. */
function HeldSteps({ hands }: { hands: readonly HeldShape[] }) {
  const range = octavesAround(hands.flatMap(({ left, right }) => [...left, ...right]));
  return (
    <Steps aria-label={t('Both hands, step by step')}>
      {hands.map(({ left, right }, place) => (
        <li key={place}>
          <MiniKeys left={left} right={right} range={range} />
        </li>
      ))}
    </Steps>
  );
}
