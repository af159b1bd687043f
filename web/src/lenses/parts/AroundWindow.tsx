import {
  barTicks,
  endings,
  expand,
  intros,
  withSigns,
  type Bar,
  type SectionMove,
  type Timeline,
} from '@intervallum/core';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook } from '../../document/look.tsx';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import type { ChartView } from '../../music/rails/view.ts';
import { Choice } from '../../ui/Choice.tsx';
import { notify } from '../../ui/notices.tsx';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';
import { OfferCard, OfferList, OfferRow, Wishes } from './OfferCard.tsx';
import { useHearEdit } from './useHearEdit.ts';

const OneBar = styled.span`
  display: inline-flex;
  align-items: baseline;
  gap: 12px;
  min-height: 30px;
  padding: 2px 14px 2px 8px;
  border-left: 1px solid var(--rail);
  &:last-child {
    border-right: 1px solid var(--rail);
  }
`;

type Where = 'intro' | 'ending';
const lengths = ['2', '4', '8'] as const;

/** Intros and endings for the open song: seen, heard, put into the chart as sections of it. */
export function AroundWindow({ onClose }: { onClose: () => void }) {
  const songDocument = useDocument();
  const song = useSong(({ read }) => read.song);
  const { view } = useLook();
  const [where, setWhere] = useState<Where>('intro');
  const [bars, setBars] = useState<(typeof lengths)[number]>('4');
  const { heard, hear, stop } = useHearEdit();
  const offered = useMemo(() => {
    const timeline = expand(song, { key: view.key });
    const numbers = view.style;
    return where === 'intro'
      ? intros(timeline, { bars: Number(bars), numbers })
      : endings(timeline);
  }, [song, view.key, view.style, where, bars]);
  const put = (move: SectionMove) => {
    const edited = songDocument.edit((read) => move.edit(read));
    if (!edited.ok) return notify(edited.why);
    notify(t('“{{name}}” stands in the chart.', { name: move.section.name }), songDocument.undo);
    onClose();
  };
  return (
    <Window title={t('Intro and ending')} isOpen onClose={onClose} width={760}>
      <WindowWords>
        {t('From the song’s own chords first. What is put in is a section like any other.')}
      </WindowWords>
      <Wishes>
        <Choice
          label={t('Where')}
          value={where}
          options={[
            ['intro', t('Before the song')],
            ['ending', t('Behind the song')],
          ]}
          onChange={(next) => {
            stop();
            setWhere(next);
          }}
        />
        {where === 'intro' ? (
          <Choice
            label={t('How long')}
            value={bars}
            options={lengths.map((count) => [count, t('{{count}} bars', { count: Number(count) })])}
            onChange={(next) => {
              stop();
              setBars(next);
            }}
          />
        ) : null}
      </Wishes>
      {offered.length === 0 ? (
        <p>{t('An intro is made of the song’s chords: write some first.')}</p>
      ) : null}
      <OfferList aria-label={where === 'intro' ? t('Intros') : t('Endings')}>
        {offered.map((move) => (
          <OfferCard
            key={move.id}
            name={withSigns(move.name, view.style.signs)}
            why={withSigns(move.why, view.style.signs)}
            isHeard={heard === move.id}
            onHear={() => hear({ ...move, range: rangeOf(move.kind) })}
            onStop={stop}
            take={t('Put it in')}
            onTake={() => put(move)}
          >
            <Bars move={move} view={view} />
          </OfferCard>
        ))}
      </OfferList>
    </Window>
  );
}

/** The bars of what is offered, in a row. */
function Bars({ move, view }: { move: SectionMove; view: ChartView }) {
  const bars = move.section.phrases.flatMap((phrase) => phrase.bars);
  return (
    <OfferRow>
      {bars.map((bar, index) => (
        <OneBar key={index}>
          {chordsOf(bar).map((chord, place) => (
            <ChordMark key={place} chord={chord} view={view} />
          ))}
        </OneBar>
      ))}
    </OfferRow>
  );
}

function chordsOf(bar: Bar) {
  return bar.kind === 'same'
    ? []
    : bar.slots.flatMap((slot) => (slot.kind === 'chord' ? [slot.chord] : []));
}

/** So many bars of the song are heard beside it. */
const beside = 2;

/** An intro is heard with how the song begins, an ending with how it went before. */
function rangeOf(kind: SectionMove['kind']) {
  return ({ parts, slots, song, ticks }: Timeline) => {
    const more = beside * barTicks(song.meter);
    const part = kind === 'intro' ? parts[0]! : parts.at(-1)!;
    if (kind === 'intro') {
      const end = (slots[part.to]?.start ?? ticks) + more;
      const to = slots.findIndex(({ start }) => start >= end);
      return { from: part.from, to: to < 0 ? slots.length : to };
    }
    const begin = slots[part.from]!.start - more;
    return {
      from: Math.max(
        0,
        slots.findIndex(({ start }) => start >= begin),
      ),
      to: part.to,
    };
  };
}
