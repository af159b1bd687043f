import { memo, useMemo } from 'react';
import { Slider, SliderThumb, SliderTrack } from 'react-aria-components';
import styled from 'styled-components';
import { useStore } from 'zustand';
import { short } from '../../../ui/theme.ts';
import { t } from '../../../words/words.ts';
import type { ListeningView } from './useListening.ts';

const Track = styled(SliderTrack)`
  position: relative;
  height: 76px;
  ${short} {
    height: 50px;
  }
  border: 1px solid var(--hairline);
  border-radius: 10px;
  background: var(--card);
  overflow: hidden;
  cursor: pointer;
`;

const Place = styled(Slider)`
  flex: 1 1 100%;
  min-width: 0;
`;

/** Where it is: a line, and a handle for who takes hold of it. */
const Head = styled(SliderThumb)`
  top: 50%;
  width: 3px;
  height: 76px;
  border-radius: 2px;
  background: var(--accent);
  &[data-focus-visible] {
    outline: 3px solid var(--accent);
    outline-offset: 3px;
  }
  &::after {
    content: '';
    position: absolute;
    inset: 0 -12px;
  }
`;

const Drawing = styled.svg`
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  path {
    fill: var(--rail);
    opacity: 0.55;
  }
  rect {
    fill: color-mix(in srgb, var(--held) 20%, transparent);
  }
  rect[data-chosen] {
    fill: color-mix(in srgb, var(--accent) 22%, transparent);
  }
  line {
    stroke: var(--rail);
    stroke-width: 1px;
    vector-effect: non-scaling-stroke;
  }
  line[data-marked] {
    stroke: var(--ink);
  }
`;

const Names = styled.ul`
  position: absolute;
  inset: 0;
  pointer-events: none;
  li {
    position: absolute;
    top: 0;
    overflow: hidden;
    padding-left: 4px;
    border-left: 2px solid var(--held);
    font-size: 13px;
    font-weight: 600;
    line-height: 18px;
    white-space: nowrap;
    text-overflow: ellipsis;
  }
`;

/** The recording from its beginning to its end: how loud it is, where sections and bars begin, what goes round, and where it is. */
export function Outline(view: ListeningView) {
  const { recording } = view.listening;
  const seconds = useStore(recording.store, (state) => state.seconds);
  const at = useStore(recording.store, (state) => state.at);
  return (
    <Place
      aria-label={t('Place in the recording')}
      minValue={0}
      maxValue={seconds}
      step={0.1}
      value={Math.min(at, seconds)}
      formatOptions={{ style: 'unit', unit: 'second', maximumFractionDigits: 0 }}
      onChange={(to) => recording.seek(Number(to))}
    >
      <Track>
        <Drawn {...view} seconds={seconds} />
        <Head />
      </Track>
    </Place>
  );
}

/** What does not move while it plays. */
const Drawn = memo(function Drawn({
  state: { outline },
  bars,
  laid: { times, marked },
  chosen,
  listening,
  seconds,
}: ListeningView & { seconds: number }) {
  const loop = useStore(listening.recording.store, (state) => state.loop);
  const path = useMemo(() => pathOf(outline), [outline]);
  const share = (time: number) => (seconds === 0 ? 0 : time / seconds);
  const [from, to] = chosen === null ? [null, null] : [times[chosen], times[chosen + 1]];
  const isBar = typeof from === 'number' && typeof to === 'number';
  const sections = bars.flatMap(({ section, bar }, place) => {
    const time = times[place];
    return bar === 1 && typeof time === 'number' && time <= seconds ? [{ section, time }] : [];
  });
  return (
    <>
      <Drawing viewBox="0 0 1 1" preserveAspectRatio="none" aria-hidden>
        {loop ? (
          <rect x={share(loop.from)} y={0} width={share(loop.to - loop.from)} height={1} />
        ) : null}
        {isBar ? (
          <rect data-chosen x={share(from)} y={0} width={share(to - from)} height={1} />
        ) : null}
        <path d={path} />
        {times.map((time, place) =>
          time === null || time > seconds ? null : (
            <line
              key={place}
              x1={share(time)}
              x2={share(time)}
              y1={marked.has(place) ? 0.24 : 0.82}
              y2={1}
              data-marked={marked.has(place) || undefined}
            />
          ),
        )}
      </Drawing>
      <Names aria-hidden>
        {sections.map(({ section, time }, index) => {
          const next = sections[index + 1]?.time ?? seconds;
          return (
            <li
              key={`${section} ${time}`}
              style={{ left: `${100 * share(time)}%`, maxWidth: `${100 * share(next - time)}%` }}
            >
              {section}
            </li>
          );
        })}
      </Names>
    </>
  );
});

/** How loud each part is, up and down from the middle, the loudest as high as there is room. */
function pathOf(outline: readonly number[]): string {
  const most = Math.max(...outline, 0.000_1);
  const points = outline.map((loud, at) => ({
    x: (at / outline.length).toFixed(4),
    high: (0.36 * loud) / most,
  }));
  if (points.length === 0) return '';
  const above = points.map(({ x, high }) => `${x} ${(0.62 - high).toFixed(3)}`);
  const below = points.map(({ x, high }) => `${x} ${(0.62 + high).toFixed(3)}`).reverse();
  return `M${[...above, ...below].join('L')}Z`;
}
