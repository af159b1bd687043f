import { sectionOfStep, type Song } from '@intervallum/core';
import { ChevronLeft, ChevronRight, Moon } from 'lucide-react';
import styled from 'styled-components';
import type { Turn } from '../../device/pedal.ts';
import type { Awake } from '../../device/wakeLock.ts';
import { liftInWords } from '../../music/rails/Road.tsx';
import type { StandPage } from '../../music/rails/standPages.ts';
import { QuietButton } from '../../ui/Button.tsx';
import { phone } from '../../ui/theme.ts';
import type { StandPlace } from './standing.ts';
import { t } from '../../words/words.ts';

const Foot = styled.footer`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
  min-height: 42px;
  padding: 0 8px;
  border-top: 1px solid var(--hairline);
  font-size: 15px;
  color: var(--soft);
  button {
    min-height: 40px;
    max-width: 220px;
    color: var(--ink);
    font-weight: 500;
    span {
      overflow: hidden;
      text-overflow: ellipsis;
    }
  }
  > :first-child,
  > :last-child {
    flex: 0 1 auto;
    min-width: 40px;
  }
  /* The songs beside it are named where there is room. */
  ${phone} {
    gap: 4px;
    button[aria-label] span {
      display: none;
    }
  }
`;

const Order = styled.div`
  flex: 1;
  min-width: 0;
  display: flex;
  justify-content: safe center;
  gap: 2px 8px;
  overflow-x: auto;
  white-space: nowrap;
  ol {
    display: flex;
    gap: 8px;
  }
  li[aria-current] {
    color: var(--accent);
    font-weight: 700;
  }
  ${phone} {
    ol {
      display: none;
    }
  }
`;

const Sleeps = styled.span`
  display: inline-flex;
  align-items: center;
  gap: 4px;
  flex: none;
  white-space: nowrap;
  font-size: 13px;
`;

/** Why it may. */
const sleeps = {
  cannot: t('This browser has no way to keep the screen awake'),
  refused: t('The browser does not keep the screen awake now'),
} as const;

interface StandFootProps {
  song: Song;
  place: StandPlace;
  page: number;
  pages: readonly StandPage[];
  awake: Awake;
  onTurn: (turn: Turn) => void;
  onPage: (page: number) => void;
}

/** One line under the music: the song before and after, which page this is, and the way the song goes. */
export function StandFoot({ song, place, page, pages, awake, onTurn }: StandFootProps) {
  const { at, titles, go } = place;
  const before = titles[at - 1];
  const after = titles[at + 1];
  const here = new Set(pages.length > 1 ? pages[page]?.sections : []);
  const count = [
    titles.length > 1 ? t('{{place}} of {{count}}', { place: at + 1, count: titles.length }) : '',
    pages.length > 1
      ? t('page {{page}} of {{count}}', { page: page + 1, count: pages.length })
      : '',
  ].filter(Boolean);
  return (
    <Foot>
      <span>
        {before === undefined ? (
          page > 0 ? (
            <QuietButton onPress={() => onTurn('back')}>
              <ChevronLeft size={18} strokeWidth={1.5} aria-hidden /> <span>{t('Back')}</span>
            </QuietButton>
          ) : null
        ) : (
          <QuietButton
            onPress={() => go(at - 1)}
            aria-label={t('Song before: {{title}}', { title: named(before) })}
          >
            <ChevronLeft size={18} strokeWidth={1.5} aria-hidden /> <span>{named(before)}</span>
          </QuietButton>
        )}
      </span>
      <Order tabIndex={0} role="group" aria-label={t('Where this is')}>
        {count.length > 0 ? <span>{count.join(' · ')}</span> : null}
        <ol aria-label={t('Roadmap')}>
          {roadOf(song).map(({ text, section }, step) => (
            <li key={step} aria-current={here.has(section) ? 'step' : undefined}>
              {text}
            </li>
          ))}
        </ol>
      </Order>
      {awake === 'cannot' || awake === 'refused' ? (
        <Sleeps title={sleeps[awake]}>
          <Moon size={15} strokeWidth={1.5} aria-hidden />
          {t('Screen may go dark')}
        </Sleeps>
      ) : null}
      <span>
        {after === undefined ? (
          page < pages.length - 1 ? (
            <QuietButton onPress={() => onTurn('on')}>
              <span>{t('On')}</span> <ChevronRight size={18} strokeWidth={1.5} aria-hidden />
            </QuietButton>
          ) : null
        ) : (
          <QuietButton
            onPress={() => go(at + 1)}
            aria-label={t('Song after: {{title}}', { title: named(after) })}
          >
            <span>{named(after)}</span> <ChevronRight size={18} strokeWidth={1.5} aria-hidden />
          </QuietButton>
        )}
      </span>
    </Foot>
  );
}

function named(title: string): string {
  return title || t('Song without a title');
}

/** The steps of a song's way, by its roadmap or as its sections stand, with the section that each plays. */
function roadOf({ road, sections }: Song): { text: string; section: number }[] {
  if (!road)
    return sections.map(({ name, times }, section) => ({
      text: times > 1 ? `${name} ×${times}` : name,
      section,
    }));
  return road.map((step) => {
    if (step.kind === 'lift') return { text: liftInWords(step), section: -1 };
    const { name, times, open } = step;
    return {
      text: `${name}${times === null ? '' : ` ×${times}`}${open ? ` ${t('until the signal')}` : ''}`,
      section: sectionOfStep(sections, name),
    };
  });
}
