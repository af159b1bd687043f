import { sectionOfBar, withPencilMark, type PencilMark, type Song } from '@intervallum/core';
import { ChevronLeft, ChevronRight, Highlighter, EyeOff, Undo2 } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import type { OwnPencil } from '../../../queries/pencil.ts';
import { Button, IconButton } from '../../../ui/Button.tsx';
import { phone } from '../../../ui/theme.ts';
import { t } from '../../../words/words.ts';

const Tools = styled.section`
  position: sticky;
  bottom: 0;
  z-index: 6;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin: 12px -14px 0;
  padding: 10px 14px;
  border-top: 2px solid var(--held);
  background: var(--paper);
  b {
    min-width: 9em;
    font-size: 16px;
  }
  button[aria-pressed='true'] {
    border: 2px solid var(--held);
    color: var(--held);
    font-weight: 700;
  }
  input {
    flex: 1 1 220px;
    min-height: 40px;
    min-width: 0;
    padding: 6px 10px;
    border: 1px solid var(--rail);
    border-radius: 10px;
    background: var(--card);
    font-size: 16px;
  }
  ${phone} {
    gap: 6px;
    b {
      flex: 1 0 auto;
    }
  }
  @media print {
    display: none;
  }
`;

/** So much is written at one bar. */
const longest = 200;

interface PencilToolsProps {
  song: Song;
  own: OwnPencil;
  /** Which bar, of how many. */
  at: number;
  count: number;
  onGo: (bar: number) => void;
}

/** What is pencilled at a bar: by touch, or by keys alone. */
export function PencilTools({ song, own, at, count, onGo }: PencilToolsProps) {
  const there = sectionOfBar(song, at);
  const mark: PencilMark = own.pencil.marks.find(({ bar }) => bar === at) ?? {
    ...{ bar: at, words: '', isMarked: false, isHidden: false },
  };
  const put = (change: Partial<PencilMark>) =>
    own.change(withPencilMark(own.pencil, { ...mark, ...change }));
  return (
    <Tools aria-label={t('Pencil')}>
      <IconButton aria-label={t('Bar before')} isDisabled={at <= 0} onPress={() => onGo(at - 1)}>
        <ChevronLeft size={20} strokeWidth={1.5} />
      </IconButton>
      <b role="status">
        {there
          ? t('{{section}}, bar {{bar}}', {
              section: there.name || t('Section without a name'),
              bar: at - there.from + 1,
            })
          : ''}
      </b>
      <IconButton
        aria-label={t('Bar after')}
        isDisabled={at >= count - 1}
        onPress={() => onGo(at + 1)}
      >
        <ChevronRight size={20} strokeWidth={1.5} />
      </IconButton>
      <Button aria-pressed={mark.isMarked} onPress={() => put({ isMarked: !mark.isMarked })}>
        <Highlighter size={18} strokeWidth={1.5} aria-hidden /> {t('Highlight')}
      </Button>
      <Button aria-pressed={mark.isHidden} onPress={() => put({ isHidden: !mark.isHidden })}>
        <EyeOff size={18} strokeWidth={1.5} aria-hidden /> {t('Not I')}
      </Button>
      <WordsField key={at} words={mark.words} onPut={(words) => put({ words })} />
      <IconButton aria-label={t('Undo')} isDisabled={!own.canUndo} onPress={own.undo}>
        <Undo2 size={20} strokeWidth={1.5} />
      </IconButton>
    </Tools>
  );
}

/** Words are one step of undo, however many letters they have: put when one leaves the field, or presses Enter. */
function WordsField({ words, onPut }: { words: string; onPut: (words: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const put = () => {
    const said = (typed ?? words).trim().replace(/\s+/g, ' ');
    setTyped(null);
    if (said !== words) onPut(said);
  };
  return (
    <input
      aria-label={t('Words at this bar')}
      placeholder={t('Words at this bar')}
      value={typed ?? words}
      maxLength={longest}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={put}
      onKeyDown={({ key }) => {
        if (key === 'Enter') put();
      }}
    />
  );
}
