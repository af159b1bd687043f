import type { SongSummary } from '@intervallum/contract';
import { parseKey } from '@intervallum/core';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { letterStyle, numberStyle } from '../../music/rails/view.ts';
import type { ReaderSettings } from '../../settings/reader.ts';

const Rail = styled.span`
  --numeral: 24px;
  display: flex;
  gap: 12px;
  overflow: hidden;
  padding-top: 4px;
  border-bottom: 3px double var(--rail);
  mask-image: linear-gradient(to right, black 85%, transparent);
`;

/** The first numbers of a song, on a small rail. */
export function Opening({
  summary,
  settings,
}: {
  summary: SongSummary;
  settings: Pick<ReaderSettings, 'reading' | 'minor' | 'symbols' | 'language' | 'spelling'>;
}) {
  const key = parseKey(summary.key);
  if (!key.ok || summary.opening.length === 0) return null;
  const style = numberStyle({ ...summary, key: key.value }, settings);
  return (
    <Rail>
      {summary.opening.map((chord, place) => (
        <ChordMark
          key={place}
          chord={chord}
          view={{ key: key.value, style, letterStyle: letterStyle(settings), hero: 'numbers' }}
        />
      ))}
    </Rail>
  );
}
