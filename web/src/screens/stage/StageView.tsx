import type { SharedPage } from '@intervallum/contract';
import { playedItems, type Key } from '@intervallum/core';
import { ChevronLeft, ChevronRight, LocateFixed } from 'lucide-react';
import { useEffect, useMemo, useState, type PointerEvent } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { useStore } from 'zustand';
import { leaveFullScreen } from '../../device/fullScreen.ts';
import { listenToPedals } from '../../device/pedal.ts';
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
import { NowAndNext, PartPiece, SaidPiece } from './NowAndNext.tsx';
import { whereInWords } from './partWords.ts';
import { ShowTools } from './ShowTools.tsx';
import { SongTools } from './SongTools.tsx';
import { StageHead } from './StageHead.tsx';
import { programOf, soundingKey, stageItems, type StageItem } from './stageSongs.ts';
import { useBand, type Band } from './useBand.ts';
import { useTap } from './useTap.ts';
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
  const [ahead, setAhead] = useState(0);
  const navigate = useNavigate();
  useTitle(t('{{name}} on stage', { name: page.name }));
  useHelp(leads ? leadHelp : followHelp);
  useEffect(() => keepAwake(() => undefined), []);
  useOwnClick(stage, program, band);
  const shownAhead = leads ? 0 : ahead;
  const places = useMemo(() => placesOf(items), [items]);
  const tap = useTap();
  const { look, tapped } = useSteady({
    tapped: () => {
      const tempo = tap(performance.now());
      if (tempo !== null) stage.say({ kind: 'tempo', tempo });
    },
    look: (by: number | 'back') => setAhead((now) => (by === 'back' ? 0 : now + by)),
  });
  useLooking(leads ? null : look);
  const here = placeNow(places, band);
  const at = Math.max(0, Math.min(places.length - 1, here + shownAhead));
  const isAhead = at !== here;
  const current = isAhead ? places[at]! : { item: band.state.item, part: band.state.part };
  const item = current.item === null ? undefined : items[current.item];
  const { song } = item ?? {};
  const sounding: Key | null =
    song && item ? soundingKey(song, current.part ?? 0, isAhead ? 0 : band.state.lift) : null;
  const reader = { role, hero, voice: link.voice, readAs: name };
  return (
    <Frame tabIndex={-1}>
      <StageHead
        title={item?.title ?? page.name}
        sounding={sounding}
        capo={song?.reading.capo ?? 0}
        known={known}
        onLeave={() => {
          leaveFullScreen();
          void navigate(leaveTo);
        }}
      />
      <Hidden role="status">{whereInWords(items, band.state)}</Hidden>
      {show === null ? (
        <SaidPiece label={page.name} title={emptyTitle(known.line)}>
          <p>
            {known.line === 'gone'
              ? ''
              : canLead
                ? t('Begin the service: every page that is open on stage follows.')
                : t('This page begins by itself as soon as somebody leads.')}
          </p>
        </SaidPiece>
      ) : isAhead && item ? (
        <PartOrSaid key="ahead" item={item} part={current.part} label={t('Ahead')} {...reader} />
      ) : (
        <Now items={items} band={band} {...reader} />
      )}
      <Foot onPointerUp={leaveKeys}>
        {leads ? <LeadTools items={items} band={band} say={stage.say} onTap={tapped} /> : null}
        {!leads && show !== null ? (
          <Looking>
            <span role="status">
              {isAhead
                ? t('The band is elsewhere: {{where}}', {
                    where: whereInWords(items, band.state),
                  })
                : t('Follows the band')}
            </span>
            {isAhead ? (
              <Button onPress={() => look('back')}>
                <LocateFixed size={20} strokeWidth={1.5} aria-hidden /> {t('Back to the band')}
              </Button>
            ) : null}
            <ClickSwitch />
            <Button aria-label={t('Look back')} isDisabled={at <= 0} onPress={() => look(-1)}>
              <ChevronLeft size={20} strokeWidth={1.5} />
            </Button>
            <Button
              aria-label={t('Look ahead')}
              isDisabled={at >= places.length - 1}
              onPress={() => look(1)}
            >
              <ChevronRight size={20} strokeWidth={1.5} />
            </Button>
          </Looking>
        ) : null}
        {canLead ? (
          <ShowTools
            stage={stage}
            items={items}
            leads={leads}
            played={() => playedItems(program, band.state, stage.now())}
          >
            {leads ? (
              <SongTools items={items} state={band.state} say={stage.say} onTap={tapped} />
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

function emptyTitle(line: StageKnown['line']): string {
  if (line === 'joining') return t('Looking for the band …');
  return line === 'gone' ? t('This link opens nothing') : t('Nothing is played now');
}

interface StagePlace {
  readonly item: number;
  readonly part: number | null;
}

/** All there is to look at, in the order of the service. */
function placesOf(items: readonly StageItem[]): StagePlace[] {
  return items.flatMap(({ inProgram: { parts } }, item): StagePlace[] =>
    parts.length === 0 ? [{ item, part: null }] : parts.map((_, part) => ({ item, part })),
  );
}

function placeNow(places: readonly StagePlace[], { state: { item, part, next } }: Band): number {
  if (item === null) return 0;
  const there = part ?? next ?? 0;
  const found = places.findIndex(
    (place) => place.item === item && (place.part === null || place.part === there),
  );
  return found < 0 ? places.length - 1 : found;
}

/** Keys and pedals of whoever follows look ahead, and come back. */
function useLooking(look: ((by: number | 'back') => void) | null): void {
  useEffect(() => {
    if (!look) return;
    const endPedals = listenToPedals((turn) => look(turn === 'on' ? 1 : -1));
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Home') look('back');
    };
    window.addEventListener('keydown', onKey);
    return () => {
      endPedals();
      window.removeEventListener('keydown', onKey);
    };
  }, [look]);
}

type Reader = Pick<Parameters<typeof PartPiece>[0], 'role' | 'hero' | 'voice' | 'readAs'>;

function PartOrSaid(props: Reader & { item: StageItem; part: number | null; label: string }) {
  const { item, part, label, ...reader } = props;
  if (part === null || !item.song)
    return (
      <SaidPiece label={label} title={item.title}>
        {[item.who, item.notes].filter(Boolean).map((line) => (
          <p key={line}>{line}</p>
        ))}
      </SaidPiece>
    );
  return <PartPiece item={item} part={part} lift={0} label={label} facts={[]} {...reader} />;
}

/** What is on, over what comes next. */
function Now({ items, band, ...reader }: Reader & { items: readonly StageItem[]; band: Band }) {
  const { state, bar, isCountingIn } = band;
  const { item: at, part, next, lift, nextLift, isVamping, isStopped, missed } = state;
  const item = at === null ? undefined : items[at];
  if (at === null || !item) {
    const isOver = at !== null;
    const first = items[0];
    return (
      <NowAndNext
        now={<SaidPiece label={t('Now')} title={isOver ? t('The end') : t('About to begin')} />}
        next={
          isOver || !first ? null : (
            <SaidPiece label={t('Next')} title={first.title || t('Song without a title')} isNext />
          )
        }
      />
    );
  }
  const after = items[at + 1];
  const missing =
    missed === null
      ? null
      : 'item' in missed
        ? t('The band is at something that this page does not have.')
        : t('“{{section}}” was called; this chart has none.', { section: missed.section });
  const facts = [
    isStopped ? t('stopped') : null,
    isCountingIn ? t('counted in') : null,
    isVamping ? t('until the signal') : null,
    bar !== null && part !== null
      ? t('bar {{bar}} of {{bars}}', {
          bar: bar + 1,
          bars: item.inProgram.parts[part]!.bars.length,
        })
      : null,
    missing,
  ];
  const comes =
    next !== null && item.song ? (
      <PartPiece
        key={`${at} ${next}`}
        item={item}
        part={next}
        lift={nextLift}
        label={part === null ? t('Begins with') : t('Next')}
        isNext
        facts={[]}
        {...reader}
      />
    ) : after ? (
      <SaidPiece label={t('Next')} title={after.title || t('Song without a title')} isNext>
        {[after.who, after.notes].filter(Boolean).map((line) => (
          <p key={line}>{line}</p>
        ))}
      </SaidPiece>
    ) : (
      <SaidPiece label={t('Next')} title={t('The end')} isNext />
    );
  if (part === null || !item.song)
    return (
      <NowAndNext
        now={
          <SaidPiece
            label={item.song ? t('About to begin') : t('Now')}
            title={item.title || t('Song without a title')}
          >
            {[item.who, item.notes, missing].filter(Boolean).map((line) => (
              <p key={line}>{line}</p>
            ))}
          </SaidPiece>
        }
        next={comes}
      />
    );
  return (
    <NowAndNext
      now={
        <PartPiece
          key={`${at} ${part}`}
          item={item}
          part={part}
          lift={lift}
          label={t('Now')}
          facts={facts}
          {...reader}
        />
      }
      next={comes}
    />
  );
}
