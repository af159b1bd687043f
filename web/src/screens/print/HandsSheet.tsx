import {
  addedByPatterns,
  nameDegree,
  noteNamer,
  readDirections,
  toLetters,
  type Filled,
  type Slot,
  type Song,
  type VoicedSlot,
} from '@intervallum/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { layOut, type LaidSection, type LaidSlot } from '../../music/rails/layout.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { MiniKeys, octavesAround } from '../../music/keys/MiniKeys.tsx';
import { ordinal, t } from '../../words/words.ts';
import { Marks, marksInWords, SectionOnPaper } from './BarsOnPaper.tsx';
import { runsOnPaper, type RunOnPaper } from './runsOnPaper.ts';

const Sections = styled.div`
  display: grid;
  gap: 14px;
  --numeral: 26px;
`;

const Card = styled.div`
  p {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    gap: 6px;
    min-height: 30px;
    font-size: 13px;
  }
  small {
    display: flex;
    justify-content: space-between;
    gap: 6px;
    margin-top: 2px;
    font-size: 12px;
    line-height: 1.25;
    word-spacing: 0.16em;
    span:first-child {
      color: var(--left-text);
    }
    span:last-child {
      color: var(--right);
      text-align: right;
    }
  }
`;

const RunNote = styled.span`
  display: block;
  margin-top: 2px;
  padding-left: 5px;
  border-left: 2px solid var(--accent);
  font-size: 12px;
  line-height: 1.25;
`;

const Silent = styled.span`
  font-size: 12px;
  color: var(--soft);
`;

interface HandsSheetProps {
  song: Song;
  /** Which slot of the whole song is the first one here. */
  slotOf: (section: number, phrase: number) => number;
  voiced: Filled;
  view: ChartView;
  columns: number;
}

/**
 * Every chord as small keys with the notes of each hand and their names, as beginners like it, in the bars of the chart. What is
 * held as it was before in the section is drawn once.
 */
export function HandsSheet({ song, slotOf, voiced, view, columns }: HandsSheetProps) {
  const first = useMemo(() => {
    const found = new Map<number, VoicedSlot>();
    for (const slot of voiced.slots) if (slot && !found.has(slot.slot)) found.set(slot.slot, slot);
    return found;
  }, [voiced]);
  const addedAt = useMemo(() => addedByPatterns(voiced), [voiced]);
  const runs = useMemo(() => runsOnPaper(voiced), [voiced]);
  const range = useMemo(
    () =>
      octavesAround(
        voiced.slots.flatMap((slot) =>
          slot ? [...slot.left, ...addedAt(slot.at), ...slot.right] : [],
        ),
      ),
    [voiced, addedAt],
  );
  return (
    <Sections>
      {layOut(song).map((laid, place) => {
        // A hand that the section leaves out is not on its paper.
        const { silent } = readDirections(laid.section.directions);
        const before = repeatedIn(laid, (at, phrase) => first.get(slotOf(place, phrase) + at));
        return (
          <SectionOnPaper
            key={place}
            laid={laid}
            place={place}
            view={view}
            columns={columns}
            draw={(slot, at, phrase) => (
              <ChordCard
                slot={slot}
                held={without(silent, first.get(slotOf(place, phrase) + at) ?? null)}
                addedAt={addedAt}
                runs={runs.get(slotOf(place, phrase) + at) ?? []}
                isBefore={before.has(`${phrase} ${at}`)}
                range={range}
                view={view}
              />
            )}
          />
        );
      })}
    </Sections>
  );
}

function without(
  silent: readonly ('left' | 'right')[],
  held: VoicedSlot | null,
): VoicedSlot | null {
  if (!held || silent.length === 0) return held;
  const [left, right] = (['left', 'right'] as const).map((hand) =>
    silent.includes(hand) ? [] : held[hand],
  );
  return {
    ...held,
    left: left!,
    right: right!,
    walk: silent.includes('left') ? null : held.walk,
    line: silent.includes('right') ? null : held.line,
  };
}

/** The places of a section where both hands hold what they held before in it on the same chord. */
function repeatedIn(
  { rails }: LaidSection,
  heldAt: (at: number, phrase: number) => VoicedSlot | undefined,
): ReadonlySet<string> {
  const known = new Set<string>();
  const repeated = new Set<string>();
  for (const [phrase, { bars }] of rails.entries())
    for (const at of bars.flatMap(({ slots }) => slots).keys()) {
      const held = heldAt(at, phrase);
      if (!held) continue;
      const { chord, left, right, walk } = held;
      const shape = JSON.stringify([chord, left, right, walk?.kind]);
      if (known.has(shape)) repeated.add(`${phrase} ${at}`);
      known.add(shape);
    }
  return repeated;
}

function ChordCard({
  slot,
  held,
  addedAt,
  runs,
  isBefore,
  range,
  view,
}: {
  slot: LaidSlot & { readonly slot: Extract<Slot, { kind: 'chord' }> };
  held: VoicedSlot | null;
  addedAt: (at: number) => readonly number[];
  runs: readonly RunOnPaper[];
  isBefore: boolean;
  range: { readonly from: number; readonly to: number };
  view: ChartView;
}) {
  const name = held && noteNamer(held, view.letterStyle);
  const { chord } = slot.slot;
  const marks = marksInWords(slot);
  // A hand that the section leaves out adds nothing.
  const added = held && held.left.length > 0 ? addedAt(held.at) : [];
  return (
    <Card>
      <p>
        <span>
          <ChordMark chord={chord} view={view} />
          {marks ? <Marks>{marks}</Marks> : null}
        </span>
        <b>{toLetters(chord, held?.key ?? view.key, view.letterStyle)}</b>
      </p>
      {!held || !name ? (
        <Silent>{t('No hands found')}</Silent>
      ) : isBefore ? (
        <Silent>{t('as before')}</Silent>
      ) : (
        <>
          <MiniKeys
            left={[...held.left, ...added]}
            right={held.right}
            range={range}
            optional={new Set(added)}
            isMiddleMarked
          />
          <small>
            <span>
              L {leftInLetters(held, name) || t('rests')}
              {added.length > 0 ? ` (${added.map(name).join(' ')})` : ''}
            </span>
            <span>
              R {held.right.map(name).join(' ') || t('rests')}
              {held.line ? (
                <b> {t('thumb {{tone}}', { tone: nameDegree(held.line, view.style) })}</b>
              ) : null}
            </span>
          </small>
          {held.rolled.left || held.rolled.right ? <Silent>{t('rolled')}</Silent> : null}
        </>
      )}
      {name ? runs.map((run, place) => <RunLine key={place} run={run} name={name} />) : null}
    </Card>
  );
}

/** A run that is placed here, by its name and times, and what each hand strikes. */
function RunLine({ run, name }: { run: RunOnPaper; name: (note: number) => string }) {
  const { strikes, times } = run;
  const said = (['right', 'left'] as const).flatMap((hand) => {
    const own = strikes.filter((one) => one.hand === hand);
    if (own.length === 0) return [];
    const notes = own.map((one) => one.notes.map(name).join('+')).join(' ');
    return [`${hand === 'right' ? 'R' : 'L'} ${notes}`];
  });
  return (
    <RunNote>
      <b>
        {run.name}
        {times.length > 0 ? ` (${times.map(ordinal).join(', ')})` : ''}
      </b>{' '}
      {said.join(' ')}
    </RunNote>
  );
}

/** What the left hand holds; where it walks, each step by what is new in it: `F C G, F, E`. */
function leftInLetters({ left, walk }: VoicedSlot, name: (note: number) => string): string {
  const held = left.map(name).join(' ');
  if (!walk) return held;
  const steps = walk.steps.map((notes, step) =>
    notes
      .filter((note) => step === 0 || !walk.steps[step - 1]!.includes(note))
      .map(name)
      .join(' '),
  );
  return steps.join(' → ');
}
