import {
  formatKey,
  keyboardSet,
  relativeMajor,
  twelveKeys,
  withPlayedIn,
  type Key,
} from '@intervallum/core';
import styled from 'styled-components';
import { useDocument } from '../../document/DocumentContext.tsx';
import { useLook } from '../../document/look.tsx';
import { setInWords } from '../../music/playedIn.ts';
import { keyName } from '../../music/rails/view.ts';
import { band } from '../../settings/band.ts';
import { reader } from '../../settings/reader.ts';
import { Pick } from '../../ui/Pick.tsx';
import { t } from '../../words/words.ts';

const Stack = styled.div`
  display: grid;
  gap: 8px;
  justify-items: start;
  p {
    font-size: 14px;
    line-height: 1.4;
    color: var(--soft);
  }
`;

type Option = readonly [string, string, string];

const same = 'same';

/** The key that the hands play in, for a keyboard that can be set higher and lower: whatever the song sounds in, it stays. */
export function PlayedInChoice() {
  const songDocument = useDocument();
  const { sounding, view, keyboard } = useLook();
  const { home } = band.use('home');
  const names = reader.use('language');
  // Most keyboards are set by a step or two: what is nearest comes first.
  const others = twelveKeys(sounding.mode)
    .filter((key) => keyboardSet(sounding, key) !== 0)
    .toSorted((one, other) => distance(sounding, one) - distance(sounding, other));
  const [atHome, elsewhere] = [true, false].map((isHome) =>
    others
      .filter((key) => home.includes(formatKey(relativeMajor(key))) === isHome)
      .map((key) => {
        const by = setInWords(keyboardSet(sounding, key));
        const words = t('{{key}}, keyboard {{by}}', { key: keyName(key, names), by });
        return [
          formatKey(key),
          words,
          isHome ? t('Keys you are at home in') : t('Other keys'),
        ] as const;
      }),
  ) as [Option[], Option[]];
  const asItSounds = [
    same,
    t('{{key}}, as it sounds', { key: keyName(sounding, names) }),
    t('As it sounds'),
  ] as const;
  const chosen = others.find((key) => keyboardSet(sounding, key) === keyboard);
  const choose = (name: string) => {
    const key = others.find((one) => formatKey(one) === name) ?? null;
    songDocument.decide((decisions) => ({
      ...decisions,
      keyboard: withPlayedIn(decisions.keyboard, key),
    }));
  };
  return (
    <Stack>
      <Pick
        label={t('My keyboard is played in')}
        value={chosen ? formatKey(chosen) : same}
        options={[asItSounds, ...atHome, ...elsewhere]}
        onChange={choose}
      />
      <p>
        {keyboard === 0
          ? t('Where your keyboard can be set higher or lower, play in the key your hands know.')
          : t(
              'Letters, hands and papers are in {{played}}; what sounds stays in {{sounding}}. Set your keyboard to {{by}} for this song, and back to 0 after it.',
              {
                played: keyName(view.key, names),
                sounding: keyName(sounding, names),
                by: setInWords(keyboard),
              },
            )}
      </p>
    </Stack>
  );
}

function distance(sounding: Key, played: Key): number {
  return Math.abs(keyboardSet(sounding, played));
}
