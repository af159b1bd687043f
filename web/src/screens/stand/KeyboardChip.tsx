import { keyboardSet, playedKey } from '@intervallum/core';
import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { setInWords } from '../../music/playedIn.ts';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { Button } from '../../ui/Button.tsx';
import { notify } from '../../ui/notices.tsx';
import { phone } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';
import type { StandSong } from './standing.ts';

const Chip = styled(Button)`
  flex: none;
  padding: 4px 10px;
  font-weight: 600;
  white-space: nowrap;
  /* On a phone the name of the song needs the room. */
  b {
    display: none;
  }
  ${phone} {
    padding: 4px 8px;
    span {
      display: none;
    }
    b {
      display: inline;
    }
  }
  /* Under a pointer too: its words are in the colour of the paper. */
  &&[data-due],
  &&[data-due]:hover {
    /* At once: words in the colour of the paper are not read while the ground is still on its way. */
    transition: none;
    border-color: var(--accent);
    background: var(--accent);
    color: var(--paper);
  }
`;

/**
 * How the keyboard has to be set for the song on the stand; until it is pressed it stands out wherever that is not how the song before
 * had it. Whoever leaves is reminded.
 */
export function KeyboardChip({ standing }: { standing: StandSong }) {
  const names = reader.use('language');
  const { played, keyboard } = keyboardOf(standing);
  const [before, done] = useKeyboardSet(standing.id, keyboard);
  const isDue = before !== keyboard;
  if (keyboard === 0 && !isDue) return null;
  const by = setInWords(keyboard);
  const words =
    keyboard === 0
      ? t('keyboard back to 0')
      : t('in {{key}}, keyboard {{by}}', { key: keyName(played, names), by });
  return (
    <Chip
      data-due={isDue || undefined}
      aria-label={isDue ? t('{{what}}: set it, then press here', { what: words }) : words}
      onPress={done}
    >
      <span>{words}</span>
      <b aria-hidden>
        {keyboard === 0 ? '→ 0' : t('in {{key}} {{by}}', { key: keyName(played, names), by })}
      </b>
    </Chip>
  );
}

function keyboardOf({ key, decisions }: StandSong) {
  const played = playedKey(key, decisions.keyboard.playedIn);
  return { played, keyboard: keyboardSet(key, played) };
}

/** How the keyboard is set as far as is known: as the song before had it, until the player says that it is done. */
function useKeyboardSet(id: string, keyboard: number): readonly [number, () => void] {
  const [known, setKnown] = useState({ id, before: 0, here: keyboard });
  if (known.id !== id || known.here !== keyboard)
    // Another song: what the one before it needed is how the keyboard is set now.
    setKnown({ id, before: known.id === id ? known.before : known.here, here: keyboard });
  const last = useRef(keyboard);
  useEffect(() => {
    last.current = keyboard;
  }, [keyboard]);
  useEffect(
    () => () => {
      if (last.current !== 0)
        notify(
          t('Your keyboard is set to {{by}}: set it back to 0.', { by: setInWords(last.current) }),
        );
    },
    [],
  );
  return [known.before, () => setKnown({ ...known, before: keyboard })];
}
