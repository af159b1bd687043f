import {
  barTicks,
  feltBeats,
  nameDegree,
  onBeats,
  type Chord,
  type PencilMark,
  type TuneBar,
} from '@intervallum/core';
import { memo, useMemo, type ReactNode } from 'react';
import { Hidden } from '../../ui/hidden.ts';
import {
  Accent,
  Beneath,
  BeatWord,
  BeatWords,
  Cell,
  Change,
  Count,
  Edge,
  FeelMark,
  Fermata,
  Frame,
  Ghost,
  LeftOut,
  OnRail,
  OnTime,
  Pencilled,
  Ring,
  Sign,
  Slots,
  Stop,
  Tie,
  Unread,
  Words,
} from './barParts.ts';
import { ChordMark, DictatedBass, Letters } from './ChordMark.tsx';
import { Over } from './Over.tsx';
import { sameWithOver, type OverMark } from './overMark.ts';
import type { StaffBar } from '../tune/drawStaff.ts';
import { TuneLane } from '../tune/TuneLane.tsx';
import { TuneStaff } from '../tune/TuneStaff.tsx';
import type { Early, LaidBar, LaidSlot } from './layout.ts';
import { LineLanes } from './LineLane.tsx';
import { earlyText, hasLetters, withoutHyphens } from './natural.ts';
import type { ChartView } from './view.ts';
import { t } from '../../words/words.ts';

interface BarProps {
  bar: LaidBar;
  /** Which bar of its row it is, and how much of its piece it takes. */
  place: number;
  share: number;
  startsRow: boolean;
  /** Its chords go on below where they have no room beside each other. */
  wraps: boolean;
  /** What parts it from what is before and after it, at the ends of a line. */
  opens: 'repeat' | null;
  closes: 'line' | 'repeat' | 'final' | null;
  view: ChartView;
  isCurrent: boolean;
  /** It differs from another state of the song. */
  isChanged: boolean;
  /** What its reader pencilled at it. */
  pencil: PencilMark | null;
  chosenSlot: number | null;
  proposal: { readonly slot: number; readonly chord: Chord } | null;
  /** What stands over each of its slots. */
  over: readonly (OverMark | undefined)[] | null;
  /** The slot of the bar that sounds now. */
  playing: number | null;
  /** Its slots that are chosen with others: from one to another, which may both be beyond it; null where none is. */
  selectedFrom: number | null;
  selectedTo: number | null;
  /** A chord being typed in the chosen slot. */
  entry: ReactNode;
  onChoose: ((bar: number, slot: number, extend: boolean) => void) | null;
}

/** One bar on the rail. Clicking it is a shortcut for moving the text cursor there, so it needs no key of its own. */
export const BarView = memo(function BarView({
  bar,
  place: barPlace,
  share,
  startsRow,
  wraps,
  opens,
  closes,
  view,
  isCurrent,
  isChanged,
  pencil,
  chosenSlot,
  proposal,
  over,
  playing,
  selectedFrom,
  selectedTo,
  entry,
  onChoose,
}: BarProps) {
  const small = hasLetters({ view, shows: view });
  const isSelected = (place: number) =>
    selectedFrom !== null && selectedTo !== null && place >= selectedFrom && place <= selectedTo;
  return (
    <Frame
      $current={isCurrent}
      $changed={isChanged}
      $pencilled={pencil?.isMarked ?? false}
      $typing={entry !== null}
      $share={share}
      $wraps={wraps}
      $opens={opens}
      $closes={closes}
      $clickable={Boolean(onChoose)}
      onClick={(event) => onChoose?.(barPlace, 0, event.shiftKey)}
    >
      {opens ? <Edge $side="left" $dots aria-hidden /> : null}
      {closes === 'repeat' || closes === 'final' ? (
        <Edge $side="right" $dots={closes === 'repeat'} aria-hidden />
      ) : null}
      {isChanged ? <Hidden>{t('changed:')} </Hidden> : null}
      {bar.pickup ? <Hidden>{t('Pickup:')} </Hidden> : null}
      {pencil?.isMarked ? <Hidden>{t('highlighted:')} </Hidden> : null}
      {pencil?.isHidden ? <LeftOut>{t('not I')}</LeftOut> : null}
      <Slots $wraps={wraps} $unseen={pencil?.isHidden ?? false}>
        {bar.same ? (
          <Cell $share={1}>
            {over ? <Over mark={undefined} /> : null}
            <OnRail>
              {bar.feel ? <FeelMark $underRow={over !== null}>{bar.feel}</FeelMark> : null}
              {entry}
              <Sign aria-hidden>{'\u{1D10E}'}</Sign>
              <Hidden>{t('the bar before again')}</Hidden>
              <EarlyMark early={bar.nextEarly} />
            </OnRail>
          </Cell>
        ) : null}
        {bar.slots.map((laid, place) => (
          <Cell
            key={place}
            $share={laid.share}
            $chosen={place === chosenSlot || isSelected(place)}
            $above={over !== null}
            $playing={place === playing}
            data-playing={place === playing ? '' : undefined}
            onClick={(event) => {
              event.stopPropagation();
              onChoose?.(barPlace, place, event.shiftKey);
            }}
          >
            {over ? <Over mark={over[place]} besideFermata={hasFermata(laid)} /> : null}
            <OnRail>
              {place === 0 && bar.change ? <Change>{bar.change}</Change> : null}
              {place === 0 && (bar.feel || bar.opensEarly) ? (
                <Opening bar={bar} underRow={over !== null} />
              ) : null}
              {entry && place === (chosenSlot ?? 0) ? entry : null}
              <SlotMark laid={laid} view={view} inPickup={bar.pickup} />
              <EarlyMark early={earlyAfter(bar, place)} />
            </OnRail>
            {small || proposal ? (
              <Beneath>
                {small && laid.slot.kind === 'chord' ? (
                  view.dictation ? (
                    <>
                      <Hidden>{t('over')} </Hidden>
                      <DictatedBass chord={laid.slot.chord} view={view} />
                    </>
                  ) : (
                    <Letters chord={laid.slot.chord} view={view} />
                  )
                ) : null}
                {proposal?.slot === place ? <Proposed chord={proposal.chord} view={view} /> : null}
              </Beneath>
            ) : null}
          </Cell>
        ))}
      </Slots>
      {bar.lines.length > 0 ? <LineLanes lines={bar.lines} style={view.style} /> : null}
      <Sung bar={bar} view={view} startsRow={startsRow} />
      {pencil && pencil.words !== '' ? <Pencilled>{pencil.words}</Pencilled> : null}
    </Frame>
  );
}, sameWithOver);

/** What is sung in the bar: its tune with the words set to it, or the words alone. */
function Sung({ bar, view, startsRow }: Pick<BarProps, 'bar' | 'view' | 'startsRow'>) {
  const words = useMemo(() => (view.words ? bar.words : []), [view.words, bar.words]);
  const isSet = view.tune !== 'off' && bar.tune.some(({ kind }) => kind === 'note');
  const staff = useMemo<StaffBar>(
    () => ({
      ...bar,
      tune: bar.pickup ? withoutLead(bar.tune) : bar.tune,
      key: view.key,
      lift: view.lift ?? null,
      isFirst: startsRow,
      words: isSet ? words : [],
    }),
    [bar, view.key, view.lift, isSet, words, startsRow],
  );
  return (
    <>
      {view.tune === 'staff' && bar.tune.length > 0 ? (
        <TuneStaff
          bar={staff}
          label={t('Tune: {{degrees}}', { degrees: tuneInWords(bar.tune, view) })}
        />
      ) : null}
      {view.tune === 'degrees' && bar.tune.length > 0 ? (
        <TuneLane tune={bar.tune} style={view.style} words={isSet ? words : []} />
      ) : null}
      {isSet
        ? null
        : words.map((line, index) =>
            view.wordsOnBeats ? (
              <WordsOnBeats key={index} words={line} bar={bar} />
            ) : (
              <Words key={index}>{withoutHyphens(line)}</Words>
            ),
          )}
    </>
  );
}

/** A line of words with each syllable on the beat that it falls to. */
function WordsOnBeats({ words, bar }: { words: string; bar: LaidBar }) {
  const beats = feltBeats(bar.meter);
  const shares = onBeats(words, beats.length);
  return (
    <BeatWords>
      {beats.map((ticks, index) => (
        <BeatWord key={index} $share={ticks / barTicks(bar.meter)}>
          {shares[index]}
        </BeatWord>
      ))}
    </BeatWords>
  );
}

/** A pickup begins with its first note. */
function withoutLead(tune: TuneBar): TuneBar {
  return tune[0]?.kind === 'rest' ? tune.slice(1) : tune;
}

/** The degrees of a tune, for those who listen. */
function tuneInWords(tune: TuneBar, { style }: ChartView): string {
  return tune
    .flatMap((event) => (event.kind === 'note' ? [nameDegree(event.degree, style)] : []))
    .join(' ');
}

function Proposed({ chord, view }: { chord: Chord; view: ChartView }) {
  return (
    <Ghost>
      → <ChordMark chord={chord} view={view} />
    </Ghost>
  );
}

/** What is said over the first chord of a bar: how time goes on, and when it comes in if no bar before says so. */
function Opening({ bar, underRow }: { bar: LaidBar; underRow: boolean }) {
  const early = bar.opensEarly ? bar.slots[0]?.early : null;
  return (
    <FeelMark $underRow={underRow}>
      {early ? <b aria-hidden>{earlyText(early)} </b> : null}
      {bar.feel}
    </FeelMark>
  );
}

/** The push of the chord that comes after a slot of a bar. */
function earlyAfter({ slots, nextEarly }: LaidBar, place: number): Early | null {
  const next = slots[place + 1];
  return next ? next.early : nextEarly;
}

/** At the end of what stands before a pushed chord: when that comes in. */
function EarlyMark({ early }: { early: Early | null }) {
  return early ? <Count aria-hidden>{earlyText(early)}</Count> : null;
}

interface SlotMarkProps {
  laid: LaidSlot;
  view: ChartView;
  inPickup: boolean;
}

function SlotMark({ laid: { slot, early }, view, inPickup }: SlotMarkProps) {
  switch (slot.kind) {
    case 'chord':
      return (
        <>
          {slot.fermata ? <FermataMark /> : null}
          <OnTime>
            {early ? <Hidden>{earlyInWords(early)} </Hidden> : null}
            <ChordMark chord={slot.chord} view={view} />
            {slot.accent ? (
              <>
                <Accent aria-hidden />
                <Hidden>{t('accented')}</Hidden>
              </>
            ) : null}
            {slot.stop ? (
              <>
                <Stop aria-hidden />
                <Hidden>{t('stop')}</Hidden>
              </>
            ) : null}
          </OnTime>
          {slot.ring ? (
            <>
              <Ring aria-hidden />
              <Hidden>{t('rings')}</Hidden>
            </>
          ) : null}
        </>
      );
    case 'rest':
      return (
        <>
          {slot.fermata ? <FermataMark /> : null}
          <Hidden>{t('silence')}</Hidden>
        </>
      );
    case 'held':
      return inPickup ? null : (
        <>
          <Tie aria-hidden />
          <Hidden>{t('held over')}</Hidden>
        </>
      );
    case 'unread':
      return <Unread>{slot.text}</Unread>;
  }
}

/** @example 'early, on 2&:' */
function earlyInWords({ count, rightAlone }: Early): string {
  return rightAlone
    ? t('early, on {{when}}, right hand alone:', { when: count })
    : t('early, on {{when}}:', { when: count });
}

function hasFermata({ slot }: LaidSlot): boolean {
  return (slot.kind === 'chord' || slot.kind === 'rest') && slot.fermata;
}

function FermataMark() {
  return (
    <>
      <Fermata aria-hidden>{'\u{1D110}'}</Fermata>
      <Hidden>{t('hold')}</Hidden>
    </>
  );
}
