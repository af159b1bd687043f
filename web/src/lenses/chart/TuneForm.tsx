import {
  barTicks,
  printTuneLine,
  readTuneLine,
  setToTune,
  soundingAfter,
  styleFor,
  tuneNoteOf,
  withoutLast,
  withPlayed,
  type Song,
  type TuneBar,
  type TuneLine,
  type TuneNote,
} from '@intervallum/core';
import { useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import type { ChartView } from '../../music/rails/view.ts';
import { Keys } from '../../music/keys/Keys.tsx';
import { keyLabel } from '../../music/keys/labels.ts';
import { PlayTools } from '../parts/PlayTools.tsx';
import { usePlayed } from '../parts/usePlayed.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { TextField } from '../../ui/fields.tsx';
import { notify } from '../../ui/notices.tsx';
import type { StaffBar } from '../../music/tune/drawStaff.ts';
import { TuneStaff } from '../../music/tune/TuneStaff.tsx';
import { t } from '../../words/words.ts';

const Form = styled.form`
  display: grid;
  gap: 12px;
`;

const Staves = styled.div`
  display: flex;
  overflow-x: auto;
  border-radius: 10px;
  background: var(--card);
  > * {
    flex: 1 0 180px;
  }
`;

const Trouble = styled.p`
  min-height: 20px;
  font-size: 14px;
  color: var(--right);
`;

const Note = styled.p`
  font-size: 13px;
  line-height: 1.45;
  color: var(--soft);
`;

const Played = styled.div`
  display: grid;
  gap: 8px;
  padding-top: 10px;
  border-top: 1px solid var(--hairline);
  outline-offset: 6px;
`;

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
`;

const Bed = styled.div`
  overflow-x: auto;
`;

const Foot = styled.div`
  display: flex;
  justify-content: flex-end;
`;

/** The lengths that a note is played in with, in ticks. */
const lengths = [
  ['1920', t('whole')],
  ['960', t('half')],
  ['720', t('dotted quarter')],
  ['480', t('quarter')],
  ['240', t('8th')],
  ['120', t('16th')],
] as const;
type Length = (typeof lengths)[number][0];

interface TuneFormProps {
  song: Song;
  line: TuneLine;
  view: ChartView;
  onSet: (tune: readonly TuneBar[]) => void;
}

/** The tune under a line of bars: typed in degrees, or played in note by note; seen on a staff as it grows. */
export function TuneForm({ song, line, view, onSet }: TuneFormProps) {
  const { meters } = line;
  const { minor } = styleFor(song.key, song);
  const [text, setText] = useState(() => printTuneLine(line.tune, meters, minor));
  const [length, setLength] = useState<Length>('480');
  const { tune, problems } = useMemo(
    () => readTuneLine(text, meters, minor),
    [text, meters, minor],
  );
  const staves = useMemo(() => stavesOf(tune, line, view), [tune, line, view]);
  const ready = problems.length === 0;
  /** Notes can come faster than the screen is drawn, so that each goes on from what was written last. */
  const latest = useRef(text);
  const write = (typed: string) => {
    latest.current = typed;
    setText(typed);
  };
  const edit = (change: (now: readonly TuneBar[]) => readonly TuneBar[] | null) => {
    const now = readTuneLine(latest.current, meters, minor);
    if (now.problems.length > 0)
      return notify(t('Mend what is typed first; then notes can be played in.'));
    const next = change(now.tune);
    if (next) write(printTuneLine(next, meters, minor));
    else notify(t('The line is full; take back what should give way.'));
  };
  const put = (note: number | null) => {
    const ticks = Number(length);
    edit((now) =>
      note === null
        ? withPlayed(now, meters, { kind: 'rest', ticks })
        : withPlayed(now, meters, {
            kind: 'note',
            ...tuneNoteOf(note, view.key),
            accent: false,
            ticks,
          }),
    );
  };
  const played = usePlayed(({ kind, note }) => {
    if (kind === 'down') put(note);
  });
  return (
    <Form
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready) return;
        onSet(tune);
      }}
    >
      <TextField
        label={t('The tune of these {{count}} bars', { count: meters.length })}
        value={text}
        onChange={write}
        maxLength={900}
        autoFocus
      />
      <Trouble role="status">{problems[0]?.message ?? ''}</Trouble>
      <Staves>
        {staves.map((bar, index) => (
          <TuneStaff
            key={index}
            bar={bar}
            label={t('Bar {{bar}} of the tune', { bar: index + 1 })}
          />
        ))}
      </Staves>
      <Note>
        {t(
          'Degrees share their bar equally: 5 6 5 3. A dot holds, _ is silence, ’ an octave up, a comma an octave down, > an accent. What is shorter stands in parentheses: 5 (6 5) 3 .',
        )}
      </Note>
      <Played
        role="group"
        aria-label={t('Play it in')}
        tabIndex={0}
        onKeyDown={played.onKey}
        onKeyUp={played.onKey}
      >
        <Row>
          <Choice
            label={t('Length of a note')}
            value={length}
            options={lengths}
            onChange={setLength}
          />
          <Button onPress={() => put(null)}>{t('Silence')}</Button>
          <Button
            isDisabled={!ready || tune.length === 0}
            onPress={() => edit((now) => withoutLast(now, meters))}
          >
            {t('Take the last back')}
          </Button>
        </Row>
        <PlayTools
          played={played}
          musicKey={view.key}
          hint={t('Computer keys A to P play here.')}
          plays="tune"
        />
        <Bed>
          <Keys
            from={48}
            to={84}
            marks={[]}
            nameOf={(note) => keyLabel(note, view)}
            onPress={put}
          />
        </Bed>
      </Played>
      <Foot>
        <PrimaryButton type="submit" isDisabled={!ready}>
          {t('Set the tune')}
        </PrimaryButton>
      </Foot>
    </Form>
  );
}

/** Every bar of the line on its staff, those without a tune as silence. */
function stavesOf(tune: readonly TuneBar[], line: TuneLine, view: ChartView): StaffBar[] {
  let before: TuneNote | null = null;
  return line.meters.map((meter, index): StaffBar => {
    const bar = tune[index] ?? [];
    const words = line.words.map((cells) => cells[index] ?? '');
    const staff: StaffBar = {
      tune: bar.length > 0 ? bar : [{ kind: 'rest', ticks: barTicks(meter) }],
      meter,
      key: view.key,
      lift: null,
      before,
      goesOn: tune[index + 1]?.[0]?.kind === 'held',
      isFirst: index === 0,
      words: words.filter((text) => setToTune(text, bar).length > 0),
    };
    before = soundingAfter(bar, before);
    return staff;
  });
}
