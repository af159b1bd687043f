import {
  nameDegree,
  nameNote,
  noteOfDegree,
  sungPage,
  type Entry,
  type NumberStyle,
  type SungPart,
  type SungWords,
  type Timeline,
} from '@intervallum/core';
import { Volume2 } from 'lucide-react';
import { useMemo } from 'react';
import styled from 'styled-components';
import { useNote } from '../../../device/audio/useNote.ts';
import { reader } from '../../../settings/reader.ts';
import { QuietButton } from '../../../ui/Button.tsx';
import { Hidden } from '../../../ui/hidden.ts';
import { display } from '../../../ui/theme.ts';
import { t } from '../../../words/words.ts';
import { PartHead } from './PartHead.tsx';
import { marksOf, withoutPencil, type PencilAt } from './pencilAt.ts';

const Parts = styled.ol`
  display: grid;
  gap: 22px;
`;

const Part = styled.li`
  break-inside: avoid;
  padding-left: 14px;
  border-left: 3px solid var(--rail);
  &[data-silent] {
    border-left-style: dotted;
  }
`;

const Come = styled.p`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 12px;
  font-size: 16px;
  @media print {
    svg {
      display: none;
    }
  }
`;

const Line = styled.p`
  margin-top: 4px;
  line-height: 1.3;
  overflow-wrap: anywhere;
  &[data-marked] {
    background: color-mix(in srgb, var(--held) 13%, transparent);
    box-shadow: inset 0 2px 0 var(--held);
  }
  [data-here] > & {
    outline: 2px solid var(--accent);
    outline-offset: 2px;
  }
`;

/** What the singer wrote there. */
const Note = styled.p`
  margin-top: 4px;
  font: italic 600 17px/1.3 ${display};
  color: var(--held);
  overflow-wrap: anywhere;
`;

/** What is held is drawn out as a chord that rings is on its rail. */
const Held = styled.span`
  border-bottom: 4px solid var(--accent);
  small {
    margin-left: 6px;
    font-size: 14px;
    color: var(--accent);
    white-space: nowrap;
  }
`;

interface SungSongProps {
  timeline: Timeline;
  style: NumberStyle;
  /** The height of numerals, in CSS pixels; words are smaller by a third. */
  numeral: number;
  /** Only this part of the timeline. */
  only?: number;
  pencil?: PencilAt;
}

/** A song as its singer reads it. */
export function SungSong(props: SungSongProps) {
  const { timeline, style, numeral, only, pencil = withoutPencil } = props;
  const parts = useMemo(() => {
    const all = sungPage(timeline);
    if (only === undefined) return silentJoined(all);
    return all.filter(({ part }) => part === only).map((part) => ({ part, times: 1 }));
  }, [timeline, only]);
  const size = { fontSize: `${Math.max(20, Math.round(numeral * 0.66))}px` };
  return (
    <Parts aria-label={t('Words')} role="list">
      {parts.map(({ part, times }) => (
        <Part key={part.part} data-silent={part.entry ? undefined : true}>
          <PartHead
            section={part.section}
            pass={part.pass}
            passes={only === undefined ? part.times : 1}
            times={times}
            bars={part.bars}
            open={part.open}
            directions={part.directions}
            lifted={part.lifted}
          />
          <ComeIn part={part} style={style} />
          {part.lines.map((line, index) => {
            const bars = part.lineBars[index] ?? [];
            const { words, isMarked, isHidden } = marksOf(pencil.marks, bars);
            return (
              <div
                key={index}
                data-here={(pencil.at !== null && bars.includes(pencil.at)) || undefined}
                onClick={() => pencil.onChoose?.(bars[0]!)}
              >
                {words.map((said) => (
                  <Note key={said}>{said}</Note>
                ))}
                {isHidden ? (
                  <Come>{t('not I')}</Come>
                ) : (
                  <Line style={size} data-marked={isMarked || undefined}>
                    {isMarked ? <Hidden>{t('highlighted:')} </Hidden> : null}
                    {line.map((sung, place) => (
                      <Words key={place} words={sung} />
                    ))}
                  </Line>
                )}
              </div>
            );
          })}
        </Part>
      ))}
    </Parts>
  );
}

/** Times through a section one after the other in which nobody sings are one to wait through. */
function silentJoined(parts: readonly SungPart[]): { part: SungPart; times: number }[] {
  const joined: { part: SungPart; times: number }[] = [];
  for (const part of parts) {
    const before = joined.at(-1);
    const goesOn =
      before &&
      !part.entry &&
      !before.part.entry &&
      part.lifted === 0 &&
      part.section === before.part.section &&
      part.directions.join() === before.part.directions.join();
    if (goesOn) joined[joined.length - 1] = { part: before.part, times: before.times + 1 };
    else joined.push({ part, times: 1 });
  }
  return joined;
}

/** Where and on which note one comes in. */
function ComeIn({ part: { entry, key }, style }: { part: SungPart; style: NumberStyle }) {
  const { language } = reader.use('language');
  const sound = useNote();
  if (!entry) return <Come>{t('Nothing is sung here.')}</Come>;
  const { first } = entry;
  return (
    <Come>
      {comeInWords(entry)}
      {first ? (
        <QuietButton onPress={() => sound(first.note)}>
          <Volume2 size={18} strokeWidth={1.5} aria-hidden />
          {t('First note {{degree}}, {{letter}}', {
            degree: nameDegree(first.degree, style),
            letter: nameNote(noteOfDegree(first.degree, key), { language, signs: 'printed' }),
          })}
        </QuietButton>
      ) : null}
    </Come>
  );
}

function comeInWords({ bar, count }: Entry): string {
  if (bar === 0)
    return count === null
      ? t('Come in at the pickup.')
      : t('Come in on {{count}} of the pickup.', { count });
  return count === null
    ? t('Come in at bar {{bar}}.', { bar })
    : t('Come in on {{count}} of bar {{bar}}.', { count, bar });
}

function Words({ words: { text, hold } }: { words: SungWords }) {
  if (!hold) return text;
  const trimmed = text.trimEnd();
  const from = trimmed.lastIndexOf(' ') + 1;
  return (
    <>
      {trimmed.slice(0, from)}
      <Held>
        {trimmed.slice(from)}
        <small>
          {hold.beats === null ? t('hold') : t('{{beats}} beats', { beats: hold.beats })}
        </small>
      </Held>{' '}
    </>
  );
}
