import { slidesOf, type Timeline } from '@intervallum/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { display } from '../../../ui/theme.ts';
import { t } from '../../../words/words.ts';

const Slides = styled.ol`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 320px), 1fr));
  gap: 10px 16px;
  li {
    padding: 8px 12px;
    border-left: 3px solid var(--rail);
    break-inside: avoid;
  }
  h3 {
    font: 600 16px/1.3 ${display};
    color: var(--soft);
  }
  p {
    font-size: 17px;
    line-height: 1.35;
    overflow-wrap: anywhere;
  }
`;

const Said = styled.p`
  font-size: 16px;
  color: var(--soft);
`;

/** The words of a song in the order in which they stand on a wall. */
export function WordsInOrder({ timeline }: { timeline: Timeline }) {
  const slides = useMemo(() => slidesOf(timeline), [timeline]);
  if (slides.length === 0) return <Said>{t('This song has no words.')}</Said>;
  return (
    <Slides aria-label={t('Words in their order')} role="list">
      {slides.map(({ section, lines }, index) => (
        <li key={index}>
          <h3>{section}</h3>
          {lines.map((line, place) => (
            <p key={place}>{line}</p>
          ))}
        </li>
      ))}
    </Slides>
  );
}
