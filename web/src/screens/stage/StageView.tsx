import type { SharedPage } from '@intervallum/contract';
import { playedItems } from '@intervallum/core';
import { ChevronLeft, ChevronRight, LocateFixed, Presentation } from 'lucide-react';
import { useEffect, useMemo, type PointerEvent } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { useStore } from 'zustand';
import { fillScreen, leaveFullScreen } from '../../device/fullScreen.ts';
import { keepAwake } from '../../device/wakeLock.ts';
import type { Stage, StageKnown } from '../../queries/stage.ts';
import { useLink } from '../../settings/links.ts';
import { Button } from '../../ui/Button.tsx';
import { useHelp } from '../../ui/help.ts';
import { Hidden } from '../../ui/hidden.ts';
import { darkColours } from '../../ui/theme.ts';
import { useSteady } from '../../ui/useSteady.ts';
import { useTitle } from '../../ui/useTitle.ts';
import { heroOf, roleOf } from '../parts/band/roles.ts';
import { ClickSwitch } from './ClickSwitch.tsx';
import { followHelp, leadHelp } from './help.ts';
import { LeadTools } from './LeadTools.tsx';
import { Ahead, Now } from './Now.tsx';
import { SaidPiece } from './NowAndNext.tsx';
import { whereInWords } from './partWords.ts';
import { ShowTools } from './ShowTools.tsx';
import { SongTools } from './SongTools.tsx';
import { StageWall } from './StageWall.tsx';
import { StageHead } from './StageHead.tsx';
import { programOf, soundingKey, stageItems } from './stageSongs.ts';
import { useBand } from './useBand.ts';
import { useLooking } from './useLooking.ts';
import { useTap } from '../parts/useTap.ts';
import { useOwnClick } from './useOwnClick.ts';
import { t } from '../../words/words.ts';

/** Dark whatever the theme: on a stage nothing else shines. */
const Frame = styled.main`
  ${darkColours}
  display: grid;
  grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr);
  height: 100vh;
  height: 100dvh;
  overflow: hidden;
  background: var(--paper);
  color: var(--ink);
`;

const Foot = styled.footer`
  border-top: 1px solid var(--hairline);
`;

const Looking = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  padding: 8px 14px;
  > span {
    flex: 1;
    font-size: 16px;
    color: var(--soft);
  }
  button {
    min-height: 48px;
  }
  button[aria-pressed='true'] {
    border: 2px solid var(--accent);
    color: var(--accent);
  }
`;

interface StageViewProps {
  stage: Stage;
  page: SharedPage;
  /** Under which name it is remembered on this device how charts are read. */
  name: string;
  canLead: boolean;
  leaveTo: string;
}

/** A service as it is played: what is on now, what comes next; for whoever leads what can be said to all. */
export function StageView({ stage, page, name, canLead, leaveTo }: StageViewProps) {
  const known = useStore(stage.store);
  const [link] = useLink(name);
  const role = roleOf(link.role, page.reader?.role);
  const hero = link.hero ?? heroOf(role);
  const items = useMemo(() => stageItems(page, role, link), [page, role, link]);
  const program = useMemo(() => programOf(items), [items]);
  const band = useBand(stage, program);
  const { show, screen } = known;
  const leads = show !== null && screen !== null && show.baton?.screen === screen;
  const [isOnWall, toWall] = useOnWall();
  // On a wall nobody looks ahead.
  const { at: ahead, look, ...can } = useLooking(items, band, !leads && show !== null && !isOnWall);
  const navigate = useNavigate();
  useTitle(t('{{name}} on stage', { name: page.name }));
  useHelp(leads ? leadHelp : followHelp);
  useEffect(() => keepAwake(() => undefined), []);
  useOwnClick(stage, program, band.state.isClicking);
  const tap = useTap();
  const { tapped } = useSteady({
    tapped: () => {
      const tempo = tap(performance.now());
      if (tempo !== null) stage.say({ kind: 'tempo', tempo });
    },
  });
  const { state } = band;
  const current = ahead ?? state;
  const item = current.item === null ? undefined : items[current.item];
  // The song that is on is looked at as high as it will be played.
  const lift = ahead && ahead.item === state.item ? state.nextLift : ahead ? 0 : state.lift;
  const song = item?.song;
  const sounding = song ? soundingKey(song, current.part ?? 0, lift) : null;
  const reader = { role, hero, voice: link.voice, readAs: name };
  if (role === 'projector' && isOnWall)
    return (
      <StageWall
        items={items}
        band={band}
        isPlayed={show !== null}
        onLeave={() => {
          leaveFullScreen();
          toWall(false);
        }}
      />
    );
  return (
    <Frame tabIndex={-1}>
      <StageHead
        title={item ? item.title || t('Song without a title') : page.name}
        sounding={sounding}
        capo={song?.reading.capo ?? 0}
        known={known}
        onLeave={() => {
          leaveFullScreen();
          void navigate(leaveTo);
        }}
      />
      <Hidden role="status">{whereInWords(items, band.state)}</Hidden>
      {items.length === 0 ? (
        <SaidPiece label={page.name} title={t('No songs in this set')}>
          <p>{t('Add songs to it first.')}</p>
        </SaidPiece>
      ) : show === null ? (
        <SaidPiece label={page.name} title={emptyTitle(known.line)}>
          {known.line === 'gone' ? null : (
            <p>
              {canLead
                ? t('Begin the service: every page that is open on stage follows.')
                : t('This page begins by itself as soon as somebody leads.')}
            </p>
          )}
        </SaidPiece>
      ) : ahead && item ? (
        <Ahead item={item} part={ahead.part} lift={lift} {...reader} />
      ) : (
        <Now items={items} band={band} {...reader} />
      )}
      <Foot onPointerUp={leaveKeys}>
        {leads ? <LeadTools items={items} band={band} say={stage.say} onTap={tapped} /> : null}
        {!leads && show !== null ? (
          <Looking>
            <span role="status">
              {ahead
                ? t('The band is elsewhere: {{where}}', {
                    where: whereInWords(items, band.state),
                  })
                : t('Follows the band')}
            </span>
            {ahead ? (
              <Button onPress={() => look('back')}>
                <LocateFixed size={20} strokeWidth={1.5} aria-hidden /> {t('Back to the band')}
              </Button>
            ) : null}
            {role === 'projector' ? (
              <Button
                onPress={() => {
                  fillScreen();
                  toWall(true);
                }}
              >
                <Presentation size={20} strokeWidth={1.5} aria-hidden /> {t('On the wall')}
              </Button>
            ) : (
              <ClickSwitch />
            )}
            <Button
              aria-label={t('Look back')}
              isDisabled={!can.canLookBack}
              onPress={() => look(-1)}
            >
              <ChevronLeft size={20} strokeWidth={1.5} />
            </Button>
            <Button
              aria-label={t('Look ahead')}
              isDisabled={!can.canLookAhead}
              onPress={() => look(1)}
            >
              <ChevronRight size={20} strokeWidth={1.5} />
            </Button>
          </Looking>
        ) : null}
        {canLead && items.length > 0 ? (
          <ShowTools
            stage={stage}
            items={items}
            leads={leads}
            played={() => playedItems(program, band.state, stage.now())}
          >
            {leads ? (
              <SongTools items={items} state={state} say={stage.say} onTap={tapped} />
            ) : null}
          </ShowTools>
        ) : null}
      </Foot>
    </Frame>
  );
}

/** What a finger pressed does not keep the keys: Space goes on with the song all the same. */
function leaveKeys({ target, currentTarget }: PointerEvent<HTMLElement>): void {
  if (!(target as Element).closest('button')) return;
  const stage = currentTarget.closest('main');
  requestAnimationFrame(() => {
    if (!document.querySelector('[role="dialog"]')) stage?.focus();
  });
}

/** Whether the words are on a wall: the address says so, for whoever opens it again. */
function useOnWall(): readonly [boolean, (isOn: boolean) => void] {
  const [parameters, setParameters] = useSearchParams();
  return [
    parameters.has('wall'),
    (isOn) => setParameters(isOn ? { wall: '' } : {}, { replace: true }),
  ];
}

function emptyTitle(line: StageKnown['line']): string {
  if (line === 'joining') return t('Looking for the band …');
  return line === 'gone' ? t('This link opens nothing') : t('Nothing is played now');
}
