import {
  drumRoad,
  formatMeter,
  type DrumBar,
  type DrumEvent,
  type DrumPart,
  type Timeline,
} from '@intervallum/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { Hidden } from '../../../ui/hidden.ts';
import { display } from '../../../ui/theme.ts';
import { t } from '../../../words/words.ts';
import { ClickButton } from './ClickButton.tsx';
import { PartHead } from './PartHead.tsx';
import { withoutPencil, type PencilAt } from './pencilAt.ts';

const Parts = styled.ol`
  display: grid;
  gap: 20px;
  margin-top: 12px;
`;

const Part = styled.li`
  break-inside: avoid;
`;

/** Four bars to a line, as one counts them. */
const Bars = styled.ol`
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  margin-top: 4px;
  row-gap: 10px;
`;

const Bar = styled.li`
  min-height: 44px;
  padding: 2px 6px 4px;
  border-left: 1px solid var(--rail);
  border-bottom: 3px solid var(--rail);
  font-size: 15px;
  line-height: 1.3;
  overflow-wrap: anywhere;
  > b {
    display: block;
    font: 500 20px/1.1 ${display};
    color: var(--soft);
  }
  /* Four bars stand in a line behind it. */
  &[data-pickup] {
    grid-column: 4;
  }
  &[data-busy] > b {
    color: var(--ink);
  }
  em {
    font-style: normal;
    font-weight: 700;
  }
  /* What the drummer pencilled. */
  &[data-marked] {
    background: color-mix(in srgb, var(--held) 13%, transparent);
    box-shadow: inset 0 2px 0 var(--held);
  }
  &[data-here] {
    outline: 2px solid var(--accent);
  }
  i {
    display: block;
    font: italic 600 16px/1.25 ${display};
    color: var(--held);
  }
`;

interface DrumSongProps {
  timeline: Timeline;
  /** Only what this part of the timeline is drummed as. */
  only?: number;
  pencil?: PencilAt;
}

/** A song as its drummer reads it: bars to be counted, and what the band does in them. */
export function DrumSong({ timeline, only, pencil = withoutPencil }: DrumSongProps) {
  const parts = useMemo(() => drumRoad(timeline), [timeline]);
  const shown = only === undefined ? null : parts.findLast(({ part }) => part <= only);
  const passes = (section: string) =>
    parts.reduce((sum, part) => sum + (part.section === section ? part.times : 0), 0);
  return (
    <>
      {only === undefined ? <ClickButton song={timeline.song} /> : null}
      <Parts aria-label={t('Bars')} role="list">
        {parts.map((part, index) =>
          only !== undefined && part !== shown ? null : (
            <Part key={part.part}>
              <PartHead
                section={part.section}
                pass={part.pass}
                passes={only === undefined ? passes(part.section) : 1}
                times={only === undefined ? part.times : 1}
                bars={part.bars.filter(({ isPickup }) => !isPickup).length}
                open={part.open}
                directions={part.directions}
                lifted={part.lift - (parts[index - 1]?.lift ?? part.lift)}
              />
              <PartBars
                part={part}
                written={timeline.parts[part.part]!.bars.map(({ bar }) => bar)}
                pencil={pencil}
              />
            </Part>
          ),
        )}
      </Parts>
    </>
  );
}

interface PartBarsProps {
  part: DrumPart;
  /** Its bars in the song as it is written. */
  written: readonly number[];
  pencil: PencilAt;
}

function PartBars({ part: { bars }, written, pencil }: PartBarsProps) {
  const pickups = bars.filter(({ isPickup }) => isPickup).length;
  return (
    <Bars role="list">
      {bars.map((bar, place) => {
        const said = saidOf(bar);
        const there = written[place]!;
        const mark = pencil.marks.get(there);
        return (
          <Bar
            key={place}
            data-busy={said.length > 0 || bar.events.length > 0 || undefined}
            data-pickup={bar.isPickup || undefined}
            data-marked={mark?.isMarked || undefined}
            data-here={pencil.at === there || undefined}
            onClick={() => pencil.onChoose?.(there)}
          >
            {mark?.isMarked ? <Hidden>{t('highlighted:')} </Hidden> : null}
            <b>{bar.isPickup ? t('pickup') : place + 1 - pickups}</b>
            {mark?.isHidden ? (
              <div>{t('not I')}</div>
            ) : (
              <>
                {said.map((words) => (
                  <div key={words}>{words}</div>
                ))}
                {bar.events.map((event, index) => (
                  <div key={index}>
                    <EventWords event={event} />
                  </div>
                ))}
              </>
            )}
            {mark && mark.words !== '' ? <i>{mark.words}</i> : null}
          </Bar>
        );
      })}
    </Bars>
  );
}

/** What becomes another one with a bar. */
function saidOf({ meter, feel, tempo }: DrumBar): string[] {
  return [
    meter && formatMeter(meter),
    feel && feelNames[feel],
    tempo !== null && t('tempo {{tempo}}', { tempo }),
  ].filter((words): words is string => typeof words === 'string');
}

const feelNames: Readonly<Record<NonNullable<DrumBar['feel']>, string>> = {
  'half-time': t('half-time'),
  rit: t('slowing down'),
  free: t('free'),
  'in time': t('in time'),
};

const eventNames: Readonly<Record<DrumEvent['kind'], string>> = {
  push: t('push'),
  stop: t('stop'),
  accent: t('accent'),
  hold: t('hold'),
  ring: t('let ring'),
  silence: t('silence'),
};

function EventWords({ event: { kind, count } }: { event: DrumEvent }) {
  return (
    <>
      {eventNames[kind]} <em>{count}</em>
    </>
  );
}
