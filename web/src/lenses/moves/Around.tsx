import { endings, intros, turnarounds, type Bar, type SectionMove } from '@intervallum/core';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { useSong } from '../../document/DocumentContext.tsx';
import { textSlotOf } from '../../document/selectors.ts';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import type { ChartView } from '../../music/rails/view.ts';
import { Pick } from '../../ui/Pick.tsx';
import { t } from '../../words/words.ts';
import { beginOf, idOf, rangeAround } from './gap.ts';
import { useMovesLens, useSigned } from './MovesState.tsx';
import { OfferCard, OfferRow } from '../parts/OfferCard.tsx';
import { List, Wishes } from '../parts/cards.ts';

const OneBar = styled.span`
  display: inline-flex;
  align-items: baseline;
  gap: 10px;
  min-height: 30px;
  padding: 2px 10px 2px 7px;
  border-left: 1px solid var(--rail);
  &:last-child {
    border-right: 1px solid var(--rail);
  }
`;

type Where = 'intro' | 'ending' | 'turnaround';
const lengths = ['2', '4', '8'] as const;

/** What goes before the song, behind it, and from the end of a section back to its beginning. */
export function Around() {
  const { timeline, actions } = useMovesLens();
  const [where, setWhere] = useState<Where>('intro');
  const [bars, setBars] = useState<(typeof lengths)[number]>('4');
  return (
    <>
      <Wishes>
        <Pick
          label={t('Where')}
          value={where}
          options={[
            ['intro', t('Before the song')],
            ['ending', t('Behind the song')],
            ['turnaround', t('Back to the beginning of a section')],
          ]}
          onChange={(next) => {
            actions.stop();
            setWhere(next);
          }}
        />
        {where === 'intro' ? (
          <Pick
            label={t('How long')}
            value={bars}
            options={lengths.map((count) => [count, t('{{count}} bars', { count: Number(count) })])}
            onChange={(next) => {
              actions.stop();
              setBars(next);
            }}
          />
        ) : null}
      </Wishes>
      {timeline.slots.length === 0 ? (
        <p>{t('An intro is made of the song’s chords: write some first.')}</p>
      ) : null}
      {where === 'turnaround' ? <Turnarounds /> : <Sections where={where} bars={Number(bars)} />}
    </>
  );
}

/** Intros or endings: each is put into the chart as a section of it, and into the roadmap. */
function Sections({ where, bars }: { where: SectionMove['kind']; bars: number }) {
  const { view, timeline, heard, actions } = useMovesLens();
  const signed = useSigned();
  const offered = useMemo(
    () => (where === 'intro' ? intros(timeline, { bars, numbers: view.style }) : endings(timeline)),
    [timeline, view.style, where, bars],
  );
  return (
    <List aria-label={where === 'intro' ? t('Intros') : t('Endings')}>
      {offered.map((move) => (
        <OfferCard
          key={move.id}
          name={signed(move.name)}
          why={signed(move.why)}
          isHeard={heard === move.id}
          onHear={() => actions.hear({ ...move, range: rangeOf(move.kind) })}
          onStop={actions.stop}
          take={t('Put it in')}
          onTake={() =>
            actions.take(
              move.edit,
              t('“{{name}}” stands in the chart.', { name: move.section.name }),
            )
          }
        >
          <Bars move={move} view={view} />
        </OfferCard>
      ))}
    </List>
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

/** An intro is heard with how the song begins, an ending with how it went before. */
function rangeOf(kind: SectionMove['kind']): ReturnType<typeof rangeAround> {
  return (timeline) => {
    const { parts, ticks } = timeline;
    const [from, to] =
      kind === 'intro'
        ? [0, beginOf(timeline, parts[1])]
        : [beginOf(timeline, parts.at(-1)), ticks];
    return rangeAround(from, to)(timeline);
  };
}

/** Ways from the end of the section one works in back to its beginning. */
function Turnarounds() {
  const { view, timeline, wishes, heard, actions } = useMovesLens();
  const signed = useSigned();
  const slot = useSong(textSlotOf);
  const section = timeline.slots.find((one) => one.slot === slot)?.section ?? 0;
  const { grade } = wishes;
  const offered = useMemo(
    () => turnarounds(timeline, section, { grade, numbers: view.style }),
    [timeline, section, grade, view.style],
  );
  const name = timeline.song.sections[section]?.name || t('the section');
  const part = timeline.parts.findLast((one) => one.section === section);
  const end = part ? beginOf(timeline, timeline.parts[timeline.parts.indexOf(part) + 1]) : 0;
  if (offered.length === 0)
    return (
      <p>
        {t(
          'Nothing leads back here: {{name}} does not begin and end on a chord with room behind it.',
          {
            name,
          },
        )}
      </p>
    );
  return (
    <>
      <p>{t('At the end of {{name}}, back to its first chord.', { name })}</p>
      <List aria-label={t('Ways back')}>
        {offered.map((move) => (
          <OfferCard
            key={idOf(move)}
            name={signed(move.name)}
            why={signed(move.why)}
            isHeard={heard === idOf(move)}
            onHear={() =>
              actions.hear({ id: idOf(move), edit: move.edit, range: rangeAround(end, end) })
            }
            onStop={actions.stop}
            take={t('Take it')}
            onTake={() => actions.take(move.edit, t('It stands in the chart.'))}
          >
            <OfferRow>
              {move.chords.map(({ chord }, place) => (
                <OneBar key={place}>
                  <ChordMark chord={chord} view={view} />
                </OneBar>
              ))}
            </OfferRow>
          </OfferCard>
        ))}
      </List>
    </>
  );
}
