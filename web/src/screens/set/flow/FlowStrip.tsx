import { minutesOf, type Key, type Seam } from '@intervallum/core';
import styled from 'styled-components';
import { keyName } from '../../../music/rails/view.ts';
import { reader } from '../../../settings/reader.ts';
import { display } from '../../../ui/theme.ts';
import { momentNames } from '../../parts/service/momentNames.ts';
import { useDesk } from '../desk/deskContext.ts';
import { clockAt } from '../../parts/service/clock.ts';
import { keysInWords } from '../../parts/service/seamWords.ts';
import { t } from '../../../words/words.ts';

const Strip = styled.figure`
  margin: 0 0 14px;
`;

const Blocks = styled.ol`
  display: flex;
  align-items: stretch;
  gap: 3px;
  min-height: 64px;
`;

/** As wide as it is long; what is short can still be seen. */
const Block = styled.li<{ $seconds: number }>`
  flex: ${({ $seconds }) => Math.max(20, $seconds)} 1 0;
  min-width: 26px;
  container-type: inline-size;
  display: grid;
  align-content: space-between;
  gap: 2px;
  padding: 6px;
  overflow: hidden;
  border-radius: 8px;
  border: 1px solid var(--rail);
  background: var(--card);
  white-space: nowrap;
  b {
    font: 600 20px/1.1 ${display};
  }
  span {
    overflow: hidden;
    text-overflow: ellipsis;
    font-size: 13px;
  }
  /* What is spoken lies lower than what is played. */
  &[data-spoken] {
    border-style: dashed;
    background: transparent;
    color: var(--soft);
    align-content: end;
  }
  /* What is too short for words has its key only. */
  @container (max-width: 52px) {
    b {
      font-size: 15px;
    }
    span {
      display: none;
    }
  }
`;

/** The seam before a song: the higher, the more it is heard; one that is led over is open. */
const SeamMark = styled.li<{ $share: number }>`
  flex: none;
  position: relative;
  width: 8px;
  &::after {
    content: '';
    position: absolute;
    inset: auto 0 0;
    height: ${({ $share }) => Math.round(100 * $share)}%;
    min-height: 8px;
    border: 2px solid var(--accent);
    border-radius: 4px;
    background: var(--accent);
  }
  &[data-led]::after {
    background: transparent;
  }
`;

const Foot = styled.figcaption`
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 2px 16px;
  margin-top: 6px;
  font-size: 14px;
  color: var(--soft);
  font-variant-numeric: tabular-nums;
`;

/** What is heard as much as this, or more, is as high as the strip. */
const loudest = 8;

/** The whole service from left to right, as long as everything is, with the keys and the seams between the songs. */
export function FlowStrip() {
  const { draft, songs, view } = useDesk();
  const settings = reader.use('language');
  const { plan } = view;
  const end = clockAt(draft.begins, plan.seconds);
  const music = plan.items.reduce(
    (sum, { id, seconds }) => sum + (view.songs.has(id) ? seconds : 0),
    0,
  );
  const isOpen = plan.items.some((one) => one.isOpen);
  return (
    <Strip>
      <Blocks aria-label={t('The service in time')}>
        {draft.items.map((item) => {
          const timed = plan.items.find(({ id }) => id === item.id);
          if (!timed) return null;
          const { begins, seconds } = timed;
          const at = clockAt(draft.begins, begins);
          if (item.kind !== 'song')
            return (
              <Block key={item.id} $seconds={seconds} data-spoken>
                <span>{item.name || momentNames[item.kind]}</span>
                <span>{at}</span>
              </Block>
            );
          const here = view.songs.get(item.id);
          const seam = plan.seams.find(({ after }) => after === item.id);
          return [
            seam && isHeard(seam) ? (
              <SeamMark
                key={`seam ${item.id}`}
                data-led={seam.isLed || undefined}
                $share={Math.min(1, seam.flow.seam / loudest)}
                title={keysInWords(seam, settings)}
              />
            ) : null,
            <Block key={item.id} $seconds={seconds}>
              <b>{here ? shortKey(here.key, settings) : ''}</b>
              <span>{songs.get(item.songId)?.summary.title || t('Song without a title')}</span>
              <span>{at}</span>
            </Block>,
          ];
        })}
      </Blocks>
      <Foot>
        <span>
          {[
            draft.begins === null ? '' : t('{{begins}} to {{end}}', { begins: draft.begins, end }),
            t('{{minutes}} in all', { minutes: minutesOf(plan.seconds) }),
            music < plan.seconds ? t('{{minutes}} of it music', { minutes: minutesOf(music) }) : '',
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
        {isOpen ? (
          <span>{t('What is open until the signal is taken as played three times.')}</span>
        ) : null}
      </Foot>
    </Strip>
  );
}

/** @example shortKey(key('D minor'), settings) // 'Dm' */
function shortKey(key: Key, settings: Parameters<typeof keyName>[1]): string {
  return `${keyName({ ...key, mode: 'major' }, settings)}${key.mode === 'minor' ? 'm' : ''}`;
}

const isHeard = ({ flow }: Seam) => flow.seam > 0;
