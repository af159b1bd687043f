import { Pin, TriangleAlert } from 'lucide-react';
import styled from 'styled-components';
import { Hidden } from '../../ui/hidden.ts';
import { drawn } from '../../ui/theme.ts';
import { OverRow } from './OverRow.ts';
import type { HandsMark } from './overMark.ts';
import { t } from '../../words/words.ts';

const Dots = styled.span`
  ${drawn}
  display: inline-flex;
  gap: 3px;
  i {
    width: 8px;
    height: 8px;
    border: 1.5px solid var(--held);
    border-radius: 50%;
  }
  i.held {
    background: var(--held);
  }
`;

const Jump = styled.b`
  color: var(--right);
`;

/** A common tone is a line that goes on from chord to chord. */
const Stays = styled.i`
  ${drawn}
  position: absolute;
  inset: 0 0 auto;
  height: 3px;
  background: color-mix(in srgb, var(--held) 70%, transparent);
`;

const Walk = styled.b`
  color: var(--left-text);
  font-variant-numeric: tabular-nums;
`;

/** The thumb's line is drawn as one, from chord to chord. */
const Line = styled.b`
  flex: 1 1 auto;
  display: flex;
  align-items: center;
  gap: 4px;
  min-width: 0;
  color: var(--right);
  font-variant-numeric: tabular-nums;
  i {
    ${drawn}
    flex: 1;
    min-width: 6px;
    height: 2px;
    background: var(--right);
  }
`;

/** Struck through where it is not what is sung. */
const Top = styled.span<{ $off: boolean }>`
  margin-left: auto;
  font-weight: 600;
  ${({ $off }) => $off && 'text-decoration: line-through var(--right) 2px;'}
`;

/** Where a run is played, as on the lane of runs. */
const Run = styled.i`
  position: absolute;
  bottom: 0;
  height: 6px;
  border-radius: 2px;
  background: var(--accent);
`;

/** Over a chord: which notes of the right hand are held, a jump, the note on top. */
interface HandsAboveProps {
  mark: HandsMark;
  /** A hold stands over the chord and needs the room. */
  besideFermata: boolean;
}

export function HandsAbove({ mark, besideFermata }: HandsAboveProps) {
  const { movement, top, pinned, offTune, problem, stays, walk, line, run } = mark;
  const { kind, held, notes, jump } = movement;
  return (
    <OverRow title={stays?.said} $indented={besideFermata}>
      {stays ? <Stays aria-hidden /> : null}
      {stays?.begins ? <Hidden>{stays.said}</Hidden> : null}
      {run ? (
        <>
          <Run
            aria-hidden
            style={{ left: `${100 * run.from}%`, width: `${100 * (run.to - run.from)}%` }}
          />
          <Hidden>{run.said}</Hidden>
        </>
      ) : null}
      {pinned ? <Pin size={13} strokeWidth={2} aria-label={t('pinned')} /> : null}
      {problem ? (
        <TriangleAlert
          size={14}
          strokeWidth={2}
          color="var(--right)"
          aria-label={t('see the problem')}
        />
      ) : null}
      {kind === 'jump' ? <Jump>{t('jump {{size}}', { size: jump ?? '' })}</Jump> : null}
      {kind === 'start' || kind === 'jump' ? null : (
        <Dots aria-hidden>
          {Array.from({ length: notes }, (_, index) => (
            <i key={index} className={index < held ? 'held' : ''} />
          ))}
        </Dots>
      )}
      {kind === 'held' || kind === 'small' ? (
        <Hidden>{t('{{held}} of {{notes}} held', { held, notes })}</Hidden>
      ) : null}
      {walk ? (
        <Walk>
          <Hidden>{t('left hand walks')} </Hidden>
          {walk}
        </Walk>
      ) : null}
      {line ? (
        <Line>
          <Hidden>{t('thumb walks')} </Hidden>
          {line.tone}
          {line.goesOn ? <i aria-hidden /> : null}
        </Line>
      ) : null}
      {top ? (
        <Top $off={offTune} title={offTune ? t('not the tune on top:') + ' ' + top : undefined}>
          <Hidden>{offTune ? t('not the tune on top:') : t('top')} </Hidden>
          {top}
        </Top>
      ) : null}
    </OverRow>
  );
}
