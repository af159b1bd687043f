import {
  formatChord,
  minutesOf,
  toLetters,
  withSigns,
  type Chord,
  type DrillCard,
  type Key,
} from '@intervallum/core';
import { ArrowRight, Volume2 } from 'lucide-react';
import { useEffect, useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { useStore } from 'zustand';
import { transport } from '../../../device/audio/transport.ts';
import { ChordMark, Letters } from '../../../music/rails/ChordMark.tsx';
import { chordInWords } from '../../../music/rails/spoken.ts';
import { keyName } from '../../../music/rails/view.ts';
import { reader } from '../../../settings/reader.ts';
import { Button, PrimaryButton, QuietButton } from '../../../ui/Button.tsx';
import { Hidden } from '../../../ui/hidden.ts';
import { phone, short } from '../../../ui/theme.ts';
import { t } from '../../../words/words.ts';
import { dueInWords } from '../../../lenses/parts/drilled.ts';
import { drillAsks, drillNames, drillSubject } from '../words/drillWords.ts';
import { gradeNames } from '../../parts/log/logWords.ts';
import type { DrillRoom, DrillState } from './drillRoom.ts';
import { useChordSound } from './useChordSound.ts';
import { useDrillView } from './useDrillView.ts';

const Sheet = styled.section`
  --numeral: 120px;
  --letters: 30px;
  display: grid;
  grid-template-rows: auto minmax(150px, 1fr) minmax(84px, auto);
  justify-items: center;
  gap: 8px;
  padding: 18px 20px;
  border: 1px solid var(--hairline);
  border-radius: 16px;
  background: var(--card);
  text-align: center;
  > p {
    font-size: 22px;
  }
  ${phone} {
    --numeral: 72px;
    --letters: 22px;
    padding: 14px 10px;
    > p {
      font-size: 18px;
    }
  }
  ${short} {
    --numeral: 64px;
    grid-template-rows: auto minmax(70px, 1fr) auto;
  }
`;

const Asked = styled.div<{ $isColumn?: boolean }>`
  align-self: center;
  display: flex;
  flex-direction: ${({ $isColumn }) => ($isColumn ? 'column' : 'row')};
  flex-wrap: wrap;
  align-items: center;
  justify-content: center;
  gap: 10px 26px;
  > svg {
    color: var(--soft);
  }
`;

const InKey = styled.p`
  font-size: 26px;
  color: var(--soft);
`;

const Plain = styled.p`
  font-size: 30px;
  line-height: 1.25;
`;

const Waits = styled.span`
  color: var(--soft);
  --borrowed: var(--soft);
`;

const Options = styled.div`
  --numeral: 44px;
  display: grid;
  grid-template-columns: repeat(4, minmax(96px, 150px));
  gap: 12px;
  ${phone} {
    grid-template-columns: repeat(2, minmax(96px, 1fr));
  }
`;

const Option = styled(Button)<{ $is: 'open' | 'right' | 'wrong' | 'other' }>`
  && {
    min-height: 78px;
    justify-content: center;
    ${({ $is }) => ($is === 'right' ? 'border: 3px solid var(--held);' : '')}
    ${({ $is }) => ($is === 'wrong' ? 'border: 3px dashed var(--right);' : '')}
    opacity: ${({ $is }) => ($is === 'other' ? 0.55 : 1)};
  }
  small {
    margin-left: 10px;
    font-size: 13px;
    color: var(--soft);
  }
`;

const Foot = styled.div`
  display: grid;
  justify-items: center;
  align-content: start;
  gap: 8px;
  min-height: 84px;
  b {
    font-size: 22px;
  }
  p {
    font-size: 16px;
    color: var(--soft);
  }
`;

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  justify-content: center;
  gap: 8px 12px;
`;

interface ViewProps {
  card: DrillCard;
  state: DrillState;
  room: DrillRoom;
  titleOf: (songId: string) => string;
}

/** One drill: what is asked, large; what is chosen; how it went. */
export function DrillCardView({ card, state, room, titleOf }: ViewProps) {
  const { drill } = card;
  return (
    <Sheet aria-label={drillNames[drill.kind]}>
      <p>{drillAsks[drill.kind]}</p>
      <Question card={card} state={state} room={room} titleOf={titleOf} />
      <Foot role="status">
        {state.went ? (
          <Answered card={card} state={state} room={room} />
        ) : (
          <Helps {...{ card, state, room }} />
        )}
      </Foot>
    </Sheet>
  );
}

function Question({ card: { drill }, state, room, titleOf }: ViewProps) {
  const { asks, waiting } = state;
  if (drill.kind === 'change')
    return <Change card={{ ...state.cards[state.place]! }} titleOf={titleOf} />;
  if (asks?.kind === 'choose')
    return (
      <Asked $isColumn>
        {drill.kind === 'heard' ? (
          <Heard chords={asks.heard ?? []} />
        ) : drill.kind === 'to number' ? (
          <Plain as="div">
            <LettersOf chord={drill.chord} musicKey={drill.key} /> <InKeyOf musicKey={drill.key} />
          </Plain>
        ) : null}
        <Choices state={state} room={room} musicKey={'key' in drill ? drill.key : null} />
      </Asked>
    );
  if (asks?.kind !== 'play' || !waiting) return null;
  const place = Math.min(waiting.place, asks.tasks.length - 1);
  const task = asks.tasks[place]!;
  const isDone = state.went !== null;
  return (
    <Asked>
      {drill.kind === 'nearest' || drill.kind === 'bass' ? (
        <>
          <Waits>
            <ChordIn chord={drill.from} musicKey={drill.key} />
          </Waits>
          <ArrowRight size={40} strokeWidth={1.5} aria-hidden />
        </>
      ) : null}
      {drill.kind === 'resolve' ? (
        asks.tasks.map((one, at) => (
          <Step key={one.called.at} isFirst={at === 0} isNow={at === place}>
            <ChordIn chord={one.chord} musicKey={one.key} withLetters={isDone} />
          </Step>
        ))
      ) : (
        <ChordIn chord={task.chord} musicKey={task.key} withLetters={isDone || state.isShown} />
      )}
      <InKeyOf musicKey={task.key} />
      {asks.tasks.length > 2 ? (
        <Count of={asks.tasks.length} done={waiting.place} endsAt={isDone ? null : state.endsAt} />
      ) : null}
    </Asked>
  );
}

function Step({
  isFirst,
  isNow,
  children,
}: {
  isFirst: boolean;
  isNow: boolean;
  children: ReactNode;
}) {
  return (
    <>
      {isFirst ? null : <ArrowRight size={40} strokeWidth={1.5} aria-hidden />}
      {isNow ? children : <Waits>{children}</Waits>}
    </>
  );
}

function Change({ card, titleOf }: { card: DrillCard; titleOf: (songId: string) => string }) {
  return (
    <Asked>
      <Plain>{drillSubject(card, titleOf)}</Plain>
    </Asked>
  );
}

function ChordIn({
  chord,
  musicKey,
  withLetters = false,
}: {
  chord: Chord;
  musicKey: Key;
  withLetters?: boolean;
}) {
  const view = useDrillView()(musicKey);
  return (
    <span>
      <Hidden>{chordInWords(chord, view)}</Hidden>
      <span aria-hidden>
        <ChordMark chord={chord} view={view} />
      </span>{' '}
      {withLetters ? <Letters chord={chord} view={view} /> : null}
    </span>
  );
}

function LettersOf({ chord, musicKey }: { chord: Chord; musicKey: Key }) {
  const view = useDrillView()(musicKey);
  return <b>{toLetters(chord, musicKey, view.letterStyle)}</b>;
}

function InKeyOf({ musicKey }: { musicKey: Key }) {
  const names = reader.use('language');
  return <InKey as="span">{t('in {{key}}', { key: keyName(musicKey, names) })}</InKey>;
}

function Choices({
  state: { asks, chosen, went },
  room,
  musicKey,
}: {
  state: DrillState;
  room: DrillRoom;
  musicKey: Key | null;
}) {
  const view = useDrillView();
  if (asks?.kind !== 'choose' || !musicKey) return null;
  const { options, right } = asks;
  const isOf = (option: number) =>
    !went ? 'open' : option === right ? 'right' : option === chosen ? 'wrong' : 'other';
  return (
    <Options role="group" aria-label={t('Numbers')}>
      {options.map((chord, option) => (
        <Option
          key={option}
          $is={isOf(option)}
          isDisabled={went !== null}
          onPress={() => room.choose(option)}
        >
          <Hidden>{chordInWords(chord, view(musicKey))}</Hidden>
          <span aria-hidden>
            <ChordMark chord={chord} view={view(musicKey)} />
          </span>
          <small aria-hidden>{option + 1}</small>
        </Option>
      ))}
    </Options>
  );
}

/** Sounds once by itself, and again when asked. */
function Heard({ chords }: { chords: readonly (readonly number[])[] }) {
  const hear = useChordSound();
  const silent = useStore(transport.store, (now) => now.silent);
  useEffect(() => hear(chords), [hear, chords]);
  return (
    <>
      <Button onPress={() => hear(chords)}>
        <Volume2 size={20} strokeWidth={1.5} aria-hidden /> {t('Hear it again')}
      </Button>
      {silent === null ? null : <span role="alert">{silent}</span>}
    </>
  );
}

const second = 1_000;

/** How many of many were played, and how long there is yet. */
function Count({ of, done, endsAt }: { of: number; done: number; endsAt: number | null }) {
  const [now, setNow] = useState(() => performance.now());
  useEffect(() => {
    if (endsAt === null) return;
    const timer = setInterval(() => setNow(performance.now()), second);
    return () => clearInterval(timer);
  }, [endsAt]);
  const left = endsAt === null ? null : Math.max(0, Math.ceil((endsAt - now) / second));
  return (
    <InKey as="span">
      {t('{{done}} of {{of}}', { done, of })}
      {left === null ? '' : ` · ${minutesOf(left)}`}
    </InKey>
  );
}

/** While it is asked: what can be done by whoever has no keyboard, or enough. */
function Helps({ card: { drill, memory }, state, room }: Omit<ViewProps, 'titleOf'>) {
  const navigate = useNavigate();
  if (drill.kind === 'change')
    return (
      <>
        <Line>
          <PrimaryButton
            onPress={() =>
              void navigate(
                `/songs/${drill.songId}/practice?${new URLSearchParams({ drill: state.cards[state.place]!.name })}`,
              )
            }
          >
            {t('Practise it there')}
          </PrimaryButton>
          <Button onPress={() => room.assess(true)}>{t('I can play it')}</Button>
        </Line>
        <p>{memory && memory.reps > 1 ? t('It went wrong more than once.') : ''}</p>
      </>
    );
  if (state.asks?.kind !== 'play') return null;
  if (state.isShown)
    return (
      <>
        <Shown state={state} />
        <Line>
          <Button onPress={() => room.assess(true)}>{t('I knew it')}</Button>
          <Button onPress={() => room.assess(false)}>{t('Not yet')}</Button>
        </Line>
      </>
    );
  return (
    <Line>
      <QuietButton onPress={room.show}>{t('Without a keyboard: show it')}</QuietButton>
      {state.asks.tasks.length > 2 ? (
        <QuietButton onPress={room.end}>{t('Enough for today')}</QuietButton>
      ) : null}
    </Line>
  );
}

/** The letters of what is asked, and its notes. */
function Shown({ state: { asks, waiting } }: { state: DrillState }) {
  const viewIn = useDrillView();
  if (asks?.kind !== 'play' || !waiting) return null;
  const { tasks } = asks;
  const shown = tasks.length > 2 ? tasks.slice(waiting.place, waiting.place + 1) : tasks;
  const texts = shown.map(({ chord, key }) => toLetters(chord, key, viewIn(key).letterStyle));
  return <b>{withSigns(texts.join(' – '), 'printed')}</b>;
}

function Answered({ card: { drill }, state, room }: Omit<ViewProps, 'titleOf'>) {
  const { went, asks, chosen } = state;
  const viewIn = useDrillView();
  if (!went) return null;
  const isWrong = asks?.kind === 'choose' && chosen !== asks.right;
  const { grade, memory, of, ms, wrong, farther } = went;
  return (
    <>
      <b>{gradeNames[grade]}</b>
      <p>
        {[
          isWrong && 'key' in drill
            ? t('It is {{chord}}', {
                chord: formatChord(asks.options[asks.right]!, viewIn(drill.key).style),
              })
            : '',
          of > 1 ? t('{{count}} chords', { count: of }) : '',
          of > 0 && ms > 0 && !isWrong
            ? t('{{seconds}} s', { seconds: (ms / 1_000).toFixed(1) })
            : '',
          wrong > 0 && asks?.kind === 'play' ? t('{{count}} wrong keys', { count: wrong }) : '',
          farther ? t('{{count}} half steps farther than need be', { count: farther }) : '',
          dueInWords(memory.due),
        ]
          .filter(Boolean)
          .join(' · ')}
      </p>
      <PrimaryButton autoFocus onPress={room.next}>
        {t('Next')}
      </PrimaryButton>
    </>
  );
}
