import {
  addedByPatterns,
  draggedNote,
  giveNote,
  toggleNote,
  type Chord,
  type ChosenHands,
  type Stretch,
  type Voiced,
} from '@intervallum/core';
import { useMemo, useRef, useState } from 'react';
import { Play, Square } from 'lucide-react';
import styled, { css } from 'styled-components';
import type { ChartView } from '../../music/rails/view.ts';
import { follow, nothingHeld } from '../../music/keys/heldNotes.ts';
import { Keys } from '../../music/keys/Keys.tsx';
import { degreeLabel, keyLabel, roleLabel } from '../../music/keys/labels.ts';
import { HandsHeld, NotOnPhone } from './HandsHeld.tsx';
import { InPlayPlace } from '../parts/PlayPlace.tsx';
import { hearAsOptions, liveMarks, marksOf, partedAs, type HearAs } from './playedHands.ts';
import { PlayTools } from '../parts/PlayTools.tsx';
import { usePlayed } from '../parts/usePlayed.ts';
import { desk } from '../../settings/desk.ts';
import { player } from '../../settings/player.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Picker } from '../../ui/Picker.tsx';
import { phone, short } from '../../ui/theme.ts';
import { Switch } from '../../ui/Switch.tsx';
import { Tool } from '../../ui/Tool.tsx';

import { useSteady } from '../../ui/useSteady.ts';
import { SoundTools } from '../parts/SoundTools.tsx';
import type { Playback } from '../parts/usePlayback.ts';
import { t } from '../../words/words.ts';

const Strip = styled.section`
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: minmax(240px, 330px) minmax(0, 1fr);
  gap: 4px 20px;
  padding: 10px 20px 12px 24px;
  border-top: 1px solid var(--hairline);
  background: var(--panel);
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
    padding: 8px 14px;
  }
  ${short} {
    grid-column: 1;
    grid-template-columns: minmax(0, 1fr);
    padding: 4px 14px 6px;
  }
  @media print {
    display: none;
  }
`;

const Held = styled.div`
  min-height: 128px;
  --numeral: 34px;
  > p:first-child {
    font-size: 13px;
    color: var(--soft);
  }
  ${phone} {
    min-height: 0;
    --numeral: 28px;
    > p:first-child {
      display: none;
    }
  }
  ${short} {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 14px;
    min-height: 0;
    --numeral: 24px;
    > p:first-child {
      display: none;
    }
    > [role='status'] {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0 14px;
    }
  }
`;

const small = css`
  svg {
    min-width: 0;
    height: 56px;
  }
  text {
    display: none;
  }
`;

const Bed = styled.div`
  min-width: 0;
  overflow-x: auto;
  ${phone} {
    ${small}
  }
  ${short} {
    ${small}
  }
`;

/** Said where the tools leave room for it in one line. */
const WhereWide = styled.span`
  @media (max-width: 1460px) {
    display: none;
  }
`;

const Right = styled.span`
  margin-left: auto;
  button {
    min-height: 32px;
    padding: 3px 11px;
  }
`;

interface HandsStripProps {
  view: ChartView;
  /** What is played. */
  voiced: Voiced | null;
  chosen: ChosenHands | null;
  next: Chord | null;
  bassPlayer: boolean;
  /** The lowest and the highest key on show. */
  keys: { readonly from: number; readonly to: number };
  /** The hands that the section leaves out: they hold nothing here. */
  silent: readonly ('left' | 'right')[];
  playback: Playback;
  /** What was played or chosen on the keys: both hands, to be held here. */
  onNotes: (notes: { left: readonly number[]; right: readonly number[] }) => void;
  /** Goes on to the chord after the chosen one. */
  onNext: () => void;
}

/** Both hands of the chosen chord on a piano, and as ghosts those of the next; what is played there is held there. */
export function HandsStrip(props: HandsStripProps) {
  const { view, voiced, chosen, silent, next, bassPlayer, keys, onNotes } = props;
  const { reach } = player.use('reach');
  const { marks } = desk.use('marks');
  const { hear } = useSteady({
    hear: (stretch: Stretch) => {
      if (props.voiced && chosen) props.playback.start(props.voiced, stretch, chosen.at);
    },
  });
  const held = useRef(nothingHeld);
  const [hearAs, setHearAs] = useState<HearAs>('both');
  /** Who plays a song in goes from chord to chord without touching the chart. */
  const [goesOn, setGoesOn] = useState(false);
  // Drawn anew only where one of them changes, not with each chord.
  const choices = useMemo(
    () => (
      <>
        <WhereWide>{t('What is played is pinned.')}</WhereWide>
        <Picker
          label={t('Hear as')}
          labelHidden
          value={hearAs}
          options={hearAsOptions}
          onChange={(id) => setHearAs(id as HearAs)}
        />
        <Switch isSelected={goesOn} onChange={setGoesOn}>
          {t('then the next')}
        </Switch>
        <MarksChoice marks={marks} />
      </>
    ),
    [hearAs, goesOn, marks],
  );
  const [live, setLive] = useState<readonly number[]>([]);
  const played = usePlayed((message) => {
    const before = held.current;
    held.current = follow(before, message);
    setLive([...held.current.chord]);
    const released = before.down.size > 0 && held.current.down.size === 0;
    if (!released) return;
    const notes = partedAs(hearAs, [...held.current.chord], reach, chosen);
    held.current = nothingHeld;
    setLive([]);
    if (!chosen) return;
    onNotes(notes);
    if (goesOn) props.onNext();
  });
  /** While something goes on until the signal, G is the signal and no note. */
  const onKey = (event: React.KeyboardEvent) => {
    if (!props.playback.isOpen || event.key.toLowerCase() !== 'g') played.onKey(event);
  };
  const now = chosen?.now ?? null;
  const livePlayed = useMemo(
    () => (live.length > 0 ? partedAs(hearAs, live, reach, chosen) : null),
    [hearAs, live, reach, chosen],
  );
  const addedAt = useMemo(() => voiced && addedByPatterns(voiced), [voiced]);
  const added = now && addedAt && !silent.includes('left') ? addedAt(now.at) : [];
  const label = (note: number) =>
    marks === 'roles' && now ? roleLabel(note, now.chord, view) : degreeLabel(note, view);

  return (
    <Strip aria-label={t('Piano')} tabIndex={0} onKeyDown={onKey} onKeyUp={onKey}>
      <Held>
        <HandsHeld
          view={view}
          now={now}
          live={livePlayed}
          silent={silent}
          added={added}
          next={next}
          bassPlayer={bassPlayer}
        />
        <SoundTools playback={props.playback} canHear={chosen !== null} onHear={hear} />
        <InPlayPlace>
          <Tool
            name={props.playback.isPlaying ? t('Stop playing') : t('Play from here')}
            isDisabled={chosen === null}
            onPress={() => (props.playback.isPlaying ? props.playback.stop() : hear('song'))}
          >
            {props.playback.isPlaying ? (
              <Square size={20} strokeWidth={1.5} aria-hidden />
            ) : (
              <Play size={20} strokeWidth={1.5} aria-hidden />
            )}
          </Tool>
        </InPlayPlace>
      </Held>
      <div>
        <NotOnPhone>
          <PlayTools played={played} musicKey={view.key}>
            {choices}
          </PlayTools>
        </NotOnPhone>
        <Bed>
          <Keys
            from={keys.from}
            to={keys.to}
            marks={
              livePlayed
                ? liveMarks(livePlayed, label)
                : marksOf(chosen, added, label).filter(({ hand }) => !silent.includes(hand))
            }
            nameOf={(note) => keyLabel(note, view)}
            onPress={(note, other) => {
              if (now) onNotes((other && giveNote(now, note)) || toggleNote(now, note));
            }}
            onDrag={(note, to) => {
              if (now) onNotes(draggedNote(now, note, to));
            }}
          />
        </Bed>
      </div>
    </Strip>
  );
}

function MarksChoice({ marks }: { marks: 'roles' | 'degrees' }) {
  return (
    <Right>
      <Choice
        label={t('Marks on the keys')}
        value={marks}
        options={[
          ['roles', t('In the chord')],
          ['degrees', t('In the key')],
        ]}
        onChange={(value) => desk.change({ marks: value })}
      />
    </Right>
  );
}
