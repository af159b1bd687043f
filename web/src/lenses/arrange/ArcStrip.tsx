import { RotateCcw } from 'lucide-react';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import styled from 'styled-components';
import { arranging } from '../../settings/arranging.ts';
import { Button, QuietButton } from '../../ui/Button.tsx';
import { phone, short } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';
import type { StripProps } from '../lens.ts';
import { RoadHead, RoadStrip } from '../parts/roadStrip.ts';
import { ArcChart } from './ArcChart.tsx';
import { useArrangeLens, type RoadPart } from './arrangeContext.ts';
import { lineNames, Sample } from './arcLines.tsx';

/** A road of many sections goes on to the right. */
const Road = styled.div`
  overflow-x: auto;
`;

/** So wide is a column at least, in pixels: a finger meets it. */
const narrowest = 60;

const Place = styled.div`
  position: relative;
  height: 112px;
  ${phone} {
    height: 92px;
  }
  ${short} {
    height: 64px;
  }
`;

/** Over the chart, a column for each time through a section: dragged over, or moved by keys. */
const Columns = styled.div<{ $count: number }>`
  position: absolute;
  inset: 0;
  display: grid;
  grid-template-columns: repeat(${({ $count }) => $count}, minmax(0, 1fr));
  /* Up and down one draws; sideways a finger moves along the road. */
  touch-action: pan-x;
  cursor: ns-resize;
`;

const Column = styled.div`
  position: relative;
  border-left: 1px solid var(--hairline);
  &:focus-visible {
    outline: 3px solid var(--accent);
    outline-offset: -3px;
  }
  i {
    position: absolute;
    left: 3px;
    right: 3px;
    height: 6px;
    margin-bottom: -3px;
    border-radius: 3px;
    background: var(--accent);
  }
  &[data-drawn] i {
    height: 8px;
    margin-bottom: -4px;
    outline: 2px solid var(--panel);
  }
`;

const Names = styled.ol<{ $count: number }>`
  display: grid;
  grid-template-columns: repeat(${({ $count }) => $count}, minmax(0, 1fr));
  font-size: 13px;
  line-height: 1.25;
  li {
    overflow: hidden;
    padding: 2px 4px 0;
    white-space: nowrap;
    text-overflow: ellipsis;
  }
  small {
    display: block;
    overflow: hidden;
    text-overflow: ellipsis;
    font-size: 13px;
    color: var(--soft);
  }
`;

const Legend = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  font-size: 13px;
  color: var(--soft);
  li {
    display: flex;
    align-items: center;
    gap: 6px;
  }
`;

/** By so much keys move a level. */
const step = 0.05;

/** Under the chart: how full each time through each section is to be, drawn by hand; and how it is as it is played. */
export function ArcStrip(props: StripProps) {
  const { about } = arranging.use('about');
  if (about === 'song') return <Arc {...props} />;
  // A hymn is as full as its parts are.
  const { openPanel } = props;
  return openPanel ? (
    <RoadStrip aria-label={t('Arrange')}>
      <Button onPress={openPanel}>{t('What and how')}</Button>
    </RoadStrip>
  ) : null;
}

function Arc({ openPanel }: StripProps) {
  const { parts, measured, actions } = useArrangeLens();
  const columns = useRef<HTMLDivElement>(null);
  if (parts.length === 0)
    return (
      <RoadStrip aria-label={t('The arc of the song')}>{t('There is no bar here yet.')}</RoadStrip>
    );
  const drawAt = (event: PointerEvent) => {
    const { left, top, width, height } = columns.current!.getBoundingClientRect();
    const at = Math.floor(((event.clientX - left) / width) * parts.length);
    const level = 1 - (event.clientY - top) / height;
    const part = Math.max(0, Math.min(parts.length - 1, at));
    actions.draw(part, Math.round(20 * Math.max(0, Math.min(1, level))) / 20);
  };
  return (
    <RoadStrip aria-label={t('The arc of the song')}>
      <RoadHead>
        <h2>{t('How full it is')}</h2>
        {measured ? (
          <Legend>
            {lineNames.map(([line, name]) => (
              <li key={line}>
                <Sample line={line} /> {name}
              </li>
            ))}
          </Legend>
        ) : (
          <p>{t('Draw it over the columns, or with the arrow keys.')}</p>
        )}
        {parts.some(({ isDrawn }) => isDrawn) ? (
          <QuietButton onPress={actions.drawAnew}>
            <RotateCcw size={16} strokeWidth={1.5} aria-hidden /> {t('As usual')}
          </QuietButton>
        ) : null}
        {openPanel ? <Button onPress={openPanel}>{t('What and how')}</Button> : null}
      </RoadHead>
      <Road>
        <div style={{ minWidth: parts.length * narrowest }}>
          <Place>
            <ArcChart measured={measured} />
            <Columns
              ref={columns}
              $count={parts.length}
              onPointerDown={(event) => {
                event.currentTarget.setPointerCapture(event.pointerId);
                drawAt(event);
              }}
              onPointerMove={(event) => {
                if (event.buttons > 0) drawAt(event);
              }}
            >
              {parts.map((part) => (
                <Slider key={part.part} part={part} onDraw={actions.draw} />
              ))}
            </Columns>
          </Place>
          <Names $count={parts.length} aria-hidden>
            {parts.map(({ part, title, time }) => (
              <li key={part}>
                {title}
                <small>{time}</small>
              </li>
            ))}
          </Names>
        </div>
      </Road>
    </RoadStrip>
  );
}

interface SliderProps {
  part: RoadPart;
  onDraw: (part: number, level: number | null) => void;
}

function Slider({ part: { part, name, wanted, isDrawn }, onDraw }: SliderProps) {
  const percent = Math.round(100 * wanted);
  const to = (level: number | null) =>
    onDraw(part, level === null ? null : Math.max(0, Math.min(1, level)));
  const moves: Readonly<Record<string, () => void>> = {
    ArrowUp: () => to(wanted + step),
    ArrowRight: () => to(wanted + step),
    ArrowDown: () => to(wanted - step),
    ArrowLeft: () => to(wanted - step),
    PageUp: () => to(wanted + 4 * step),
    PageDown: () => to(wanted - 4 * step),
    Home: () => to(0),
    End: () => to(1),
    Delete: () => to(null),
    Backspace: () => to(null),
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const move = moves[event.key];
    if (!move || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    event.stopPropagation();
    move();
  };
  return (
    <Column
      role="slider"
      tabIndex={0}
      aria-orientation="vertical"
      aria-label={name}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={percent}
      aria-valuetext={
        isDrawn ? t('{{percent}} %, drawn', { percent }) : t('{{percent}} %, as usual', { percent })
      }
      data-drawn={isDrawn || undefined}
      onKeyDown={onKeyDown}
    >
      <i style={{ bottom: `${percent}%` }} />
    </Column>
  );
}
