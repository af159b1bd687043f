import { placedSlots, putChord, textSlotAt, type ChordGuess } from '@intervallum/core';
import { useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import { useDocument, useSong } from '../../../document/DocumentContext.tsx';
import { useLook } from '../../../document/look.tsx';
import { ChordMark } from '../../../music/rails/ChordMark.tsx';
import { chordInWords } from '../../../music/rails/spoken.ts';
import { Button } from '../../../ui/Button.tsx';
import { Hidden } from '../../../ui/hidden.ts';
import { notify } from '../../../ui/notices.tsx';
import { t } from '../../../words/words.ts';
import { Tools } from './Place.ts';
import type { ListeningView } from './useListening.ts';

const Chip = styled(Button)`
  --numeral: 24px;
  gap: 6px;
  min-height: 44px;
  padding: 2px 10px;
  small {
    font-size: 13px;
    color: var(--soft);
  }
`;

interface Heard {
  readonly at: string;
  readonly guesses: readonly ChordGuess[];
}

/** What the chosen place may be, the likeliest first, to be written there. */
export function Guesses({ listening, state, bars, laid, chosen, cursor, recorded }: ListeningView) {
  const songDocument = useDocument();
  const { view } = useLook();
  const song = useSong(({ read }) => read.song);
  const stretch = useMemo(() => {
    const bar = chosen === null ? undefined : bars[chosen];
    const [from, to] =
      chosen === null ? [null, null] : [laid.times[chosen], laid.times[chosen + 1]];
    if (!bar || !cursor || typeof from !== 'number' || typeof to !== 'number') return null;
    const [begins, ends] = [bar.begins[cursor.slot] ?? 0, bar.begins[cursor.slot + 1] ?? 1];
    return { from: from + begins * (to - from), to: from + ends * (to - from) };
  }, [bars, laid, chosen, cursor]);
  const { from = null, to = null } = stretch ?? {};
  const at = `${from} ${to} ${recorded.tonic.letter}${recorded.tonic.alter} ${state.hearing}`;
  const [heard, setHeard] = useState<Heard | null>(null);
  useEffect(() => {
    if (from === null || to === null) return undefined;
    let isOver = false;
    listening
      .guess(from, to, recorded)
      .then((guesses) => {
        if (!isOver) setHeard({ at, guesses });
      })
      .catch((error: unknown) => console.error('Nothing can be guessed here.', error));
    return () => {
      isOver = true;
    };
  }, [listening, from, to, recorded, at]);
  if (state.hearing !== 'heard' || chosen === null || !cursor) return null;
  if (!stretch) return <p>{t('Mark where a bar begins, and what sounds in it is guessed.')}</p>;
  const guesses = heard?.at === at ? heard.guesses : [];
  const slot = textSlotAt(song, cursor);
  const now = slot === null ? undefined : placedSlots(song)[slot]?.is;
  const write = ({ chord }: ChordGuess) => {
    const edited = songDocument.edit((read) => putChord(read, cursor, chord));
    if (!edited.ok) notify(edited.why);
  };
  return (
    <Tools role="group" aria-label={t('What sounds here')}>
      <span>{t('Sounds like')}</span>
      {guesses.map((guess) => {
        const percent = Math.round(100 * guess.sure);
        const words = chordInWords(guess.chord, view);
        return (
          <Chip key={words} onPress={() => write(guess)}>
            <Hidden>{t('Write {{chord}}: {{percent}} % sure', { chord: words, percent })}</Hidden>
            <span aria-hidden>
              <ChordMark chord={guess.chord} view={view} />
            </span>
            <small aria-hidden>{t('{{percent}} %', { percent })}</small>
          </Chip>
        );
      })}
      {guesses.length === 0 && heard?.at === at ? <span>{t('nothing')}</span> : null}
      {now?.kind === 'chord' ? null : <span>{t('A click writes it into the chart.')}</span>}
    </Tools>
  );
}
