import type { ProgramItem } from '@intervallum/core';
import { useEffect, useRef } from 'react';
import { Button as AriaButton } from 'react-aria-components';
import styled from 'styled-components';
import { short } from '../../ui/theme.ts';
import { partTitle } from './partWords.ts';
import { t } from '../../words/words.ts';

const Row = styled.ol`
  display: flex;
  gap: 6px;
  padding: 6px 14px;
  overflow: auto hidden;
  scrollbar-width: thin;
`;

const Step = styled(AriaButton)`
  min-height: 44px;
  ${short} {
    min-height: 36px;
    padding: 3px 10px;
  }
  padding: 6px 12px;
  border: 1px solid var(--hairline);
  border-radius: 10px;
  background: var(--card);
  color: var(--ink);
  font-size: 16px;
  white-space: nowrap;
  cursor: pointer;
  &[aria-current='step'] {
    border-color: var(--accent);
    background: var(--accent);
    color: var(--on-accent);
    font-weight: 700;
  }
  &[aria-pressed='true'] {
    border: 2px dashed var(--accent);
    font-weight: 700;
  }
`;

interface StageRoadProps {
  item: ProgramItem;
  now: number | null;
  next: number | null;
  /** Chosen once a part comes next, chosen again it begins at once. */
  onChoose: (part: number) => void;
}

/** The way of the song, part by part: what is on, what comes next, and whatever else could. */
export function StageRoad({ item, now, next, onChoose }: StageRoadProps) {
  const row = useRef<HTMLOListElement>(null);
  useEffect(() => {
    row.current
      ?.querySelector('[aria-current], [aria-pressed="true"]')
      ?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [now, item]);
  return (
    <Row ref={row} aria-label={t('Parts of the song')}>
      {item.parts.map((_, part) => (
        <li key={part}>
          <Step
            aria-current={part === now ? 'step' : undefined}
            aria-pressed={part === next}
            onPress={() => onChoose(part)}
          >
            {partTitle(item, part)}
          </Step>
        </li>
      ))}
    </Row>
  );
}
