import {
  giveNote,
  identifyVoicing,
  noteNamer,
  toggleNote,
  withSigns,
  type Chord,
  type ChosenHands,
  type Stretch,
  type Voiced,
} from '@intervallum/core';
import { useMemo, useRef, useState } from 'react';
import { Play, Square } from 'lucide-react';
import styled, { css } from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import type { ChartView } from '../../music/rails/view.ts';
import { follow, nothingHeld } from '../../music/keys/heldNotes.ts';
import { Keys } from '../../music/keys/Keys.tsx';
import { degreeLabel, keyLabel, roleLabel } from '../../music/keys/labels.ts';
import { InPlayPlace } from '../parts/PlayPlace.tsx';
import { hearAsOptions, liveMarks, marksOf, partedAs, type HearAs } from './playedHands.ts';
import { PlayTools } from '../parts/PlayTools.tsx';
import { usePlayed } from '../parts/usePlayed.ts';
import { noteInWords } from '../../music/rails/spoken.ts';
import { desk } from '../../settings/desk.ts';
import { player } from '../../settings/player.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Picker } from '../../ui/Picker.tsx';
import { Hidden } from '../../ui/hidden.ts';
import { phone, short } from '../../ui/theme.ts';
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

const Name = styled.p`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 12px;
  b {
    font-size: 17px;
  }
`;

const Words = styled.p`
  margin-bottom: 6px;
  font-size: 14px;
  line-height: 1.35;
  color: var(--soft);
`;

/** The notes in letters: on a phone the keys are too small to be written on. */
const Letters = styled.p`
  display: none;
  font-size: 15px;
  b:first-child {
    color: var(--left-text);
  }
  b:last-child {
    color: var(--right);
  }
  ${phone} {
    display: block;
  }
  ${short} {
    display: block;
  }
`;

const NotOnPhone = styled.div`
  ${phone} {
    display: none;
  }
  ${short} {
    display: none;
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
  playback: Playback;
  /** What was played or chosen on the keys: both hands, to be held here. */
  onNotes: (notes: { left: readonly number[]; right: readonly number[] }) => void;
}

/** Both hands of the chosen chord on a piano, and as ghosts those of the next; what is played there is held there. */
export function HandsStrip(props: HandsStripProps) {
  const { view, chosen, next, bassPlayer, keys, onNotes } = props;
  const { reach } = player.use('reach');
  const { marks } = desk.use('marks');
  const { hear } = useSteady({
    hear: (stretch: Stretch) => {
      if (props.voiced && chosen) props.playback.start(props.voiced, stretch, chosen.at);
    },
  });
  const held = useRef(nothingHeld);
  const [hearAs, setHearAs] = useState<HearAs>('both');
  // Drawn anew only where one of them changes, not with each chord.
  const choices = useMemo(
    () => (
      <>
        <Picker
          label={t('Hear as')}
          labelHidden
          value={hearAs}
          options={hearAsOptions}
          onChange={(id) => setHearAs(id as HearAs)}
        />
        <MarksChoice marks={marks} />
      </>
    ),
    [hearAs, marks],
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
    if (chosen) onNotes(notes);
  });
  /** While something goes on until the signal, G is the signal and no note. */
  const onKey = (event: React.KeyboardEvent) => {
    if (!props.playback.isOpen || event.key.toLowerCase() !== 'g') played.onKey(event);
  };
  const now = chosen?.now ?? null;
  const [reading] = useMemo(
    () =>
      now
        ? identifyVoicing(now, view.key, {
            written: now.chord,
            bassPlayer,
            next,
            numbers: view.style,
            letters: view.letterStyle,
          })
        : [],
    [now, view.key, view.style, view.letterStyle, bassPlayer, next],
  );
  const name = now ? noteNamer(now, view.letterStyle) : String;
  const notes = { left: now?.left.map(name) ?? [], right: now?.right.map(name) ?? [] };
  const label = (note: number) =>
    marks === 'roles' && now ? roleLabel(note, now.chord, view) : degreeLabel(note, view);

  return (
    <Strip aria-label={t('Piano')} tabIndex={0} onKeyDown={onKey} onKeyUp={onKey}>
      <Held>
        <p>{t('Both hands hold')}</p>
        <div role="status" aria-label={t('What both hands hold')}>
          {reading ? (
            <>
              <Name aria-hidden>
                {reading.chord ? (
                  <ChordMark chord={reading.chord} view={view} />
                ) : (
                  <b>{reading.numbers}</b>
                )}
                {reading.chord ? <b>{reading.letters}</b> : null}
              </Name>
              <Letters aria-hidden>
                <b>{notes.left.join(' ') || '–'}</b> {t('under')}{' '}
                <b>{notes.right.join(' ') || '–'}</b>
              </Letters>
              <NotOnPhone>
                <Words aria-hidden>{now?.walk ? walkWords(now.walk.kind) : reading.reading}</Words>
              </NotOnPhone>
              <Hidden>
                {reading.reading} {handsInWords(notes, now?.pinned ?? false)}.{' '}
                {now?.walk ? walkWords(now.walk.kind) : null}
              </Hidden>
            </>
          ) : (
            <Words>{t('Choose a chord on the chart to see what both hands hold.')}</Words>
          )}
        </div>
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
          <PlayTools played={played} musicKey={view.key} hint={t('What is played is pinned.')}>
            {choices}
          </PlayTools>
        </NotOnPhone>
        <Bed>
          <Keys
            from={keys.from}
            to={keys.to}
            marks={
              live.length > 0
                ? liveMarks(partedAs(hearAs, live, reach, chosen), label)
                : marksOf(chosen, label)
            }
            nameOf={(note) => keyLabel(note, view)}
            onPress={(note, other) => {
              if (now) onNotes((other && giveNote(now, note)) || toggleNote(now, note));
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

/** Which notes each hand holds, for those who listen. */
function handsInWords(
  { left, right }: { readonly left: readonly string[]; readonly right: readonly string[] },
  isPinned: boolean,
): string {
  const said = (notes: readonly string[]) => notes.map(noteInWords).join(' ') || t('nothing');
  return [
    t('left hand {{left}}', { left: said(left) }),
    t('right hand {{right}}', { right: said(right) }),
    isPinned ? t('pinned') : '',
  ]
    .filter(Boolean)
    .join(', ');
}

function walkWords(kind: string): string {
  const [from = '', into = '', last] = withSigns(kind, 'printed').split('-');
  if (last)
    return t(
      'The left hand walks {{from}}, {{into}}, {{last}}: a quarter, a quarter and half of its time.',
      {
        from,
        into,
        last,
      },
    );
  return t('The left hand walks {{from}} to {{into}} in the second half.', { from, into });
}
