import {
  barTicks,
  expand,
  findMoves,
  formatChord,
  grades,
  withSigns,
  type Chord,
  type Grade,
  type Move,
  type MoveForm,
  type Timeline,
} from '@intervallum/core';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook } from '../../document/look.tsx';
import { textSlotOf } from '../../document/selectors.ts';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import type { ChartView } from '../../music/rails/view.ts';
import { Button, QuietButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { notify } from '../../ui/notices.tsx';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { gradeNames } from '../../words/choiceNames.ts';
import { ordinal, t } from '../../words/words.ts';
import { OfferCard, OfferList, OfferRow, Wishes } from './OfferCard.tsx';
import { useHearEdit, type Hearable } from './useHearEdit.ts';

const Soft = styled.span`
  color: var(--soft);
`;

const Arrow = styled.span`
  padding: 0 10px;
  color: var(--soft);
  font-size: 18px;
`;

const Forms = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 4px;
  margin: 0 0 4px -8px;
`;

const Form = styled(QuietButton)<{ $chosen: boolean }>`
  ${({ $chosen }) => $chosen && 'border-color: var(--accent);'}
`;

const Said = styled.p`
  margin-bottom: 14px;
  padding-left: 12px;
  border-left: 4px solid var(--accent);
  font-size: 14px;
`;

const Others = styled.details`
  margin-top: 16px;
  font-size: 14px;
  summary {
    cursor: pointer;
    font-weight: 600;
  }
  li {
    margin-top: 6px;
    color: var(--soft);
  }
`;

/** What can go between the chosen chord and the next one: seen, heard against what stands, taken for all times or for one. */
export function BetweenWindow({ onClose }: { onClose: () => void }) {
  const songDocument = useDocument();
  const song = useSong(({ read }) => read.song);
  const slot = useSong(textSlotOf);
  const { view } = useLook();
  const [grade, setGrade] = useState<Grade>('altered');
  const [time, setTime] = useState(0);
  const { heard, hear, stop } = useHearEdit();
  const timeline = useMemo(() => expand(song, { key: view.key }), [song, view.key]);
  const times = useMemo(
    () => timeline.slots.flatMap((one, at) => (one.slot === slot ? [at] : [])),
    [timeline, slot],
  );
  const after = times[Math.min(time, times.length - 1)] ?? -1;
  const found = useMemo(
    () => findMoves(timeline, { after }, { grade, numbers: view.style }),
    [timeline, after, grade, view.style],
  );
  const ends = endsOf(timeline, after);
  const signed = (words: string) => withSigns(words, view.style.signs);
  const take = (edit: MoveForm['edit']) => {
    const edited = songDocument.edit((read) => edit(read));
    if (!edited.ok) return notify(edited.why);
    notify(t('It stands in the chart.'), songDocument.undo);
    onClose();
  };
  const asItStands: Hearable = {
    id: 'as it stands',
    edit: () => ({ ok: true, changes: [], cursor: null }),
    range: rangeAround(timeline, after),
  };
  return (
    <Window title={t('What can go between')} isOpen onClose={onClose} width={820}>
      <WindowWords>
        {t(
          'From the chosen chord to the next one. Everything here has its time, suits what is sung, and can be undone.',
        )}
      </WindowWords>
      <Wishes>
        <Choice
          label={t('How colourful')}
          value={grade}
          options={grades.map((one) => [one, gradeNames[one]])}
          onChange={setGrade}
        />
        {times.length > 1 ? (
          <Choice
            label={t('Which time')}
            value={String(Math.min(time, times.length - 1))}
            options={times
              .slice(0, mostTimes)
              .map((_, index) => [String(index), t('{{pass}} time', { pass: ordinal(index + 1) })])}
            onChange={(next) => setTime(Number(next))}
          />
        ) : null}
        {ends ? (
          <Button onPress={() => (heard === asItStands.id ? stop() : hear(asItStands))}>
            {heard === asItStands.id ? t('Stop') : t('Hear it as it stands')}
          </Button>
        ) : null}
      </Wishes>
      {found.elsewhere.length > 0 ? (
        <Said>
          {t('At other times {{chord}} follows. Take it for this time only, or for all of them.', {
            chord: formatChord(found.elsewhere[0]!, view.style),
          })}
        </Said>
      ) : null}
      {found.why ? <p>{signed(found.why)}</p> : null}
      <OfferList aria-label={t('Ideas')}>
        {found.moves.map((move) => (
          <Idea
            key={move.kind}
            move={move}
            ends={ends}
            view={view}
            heard={heard}
            onHear={(form) =>
              hear({ id: idOf(form), edit: form.edit, range: rangeAround(timeline, after) })
            }
            onStop={stop}
            onTake={take}
          />
        ))}
      </OfferList>
      {found.refused.length > 0 ? (
        <Others>
          <summary>{t('What does not go here, and why')}</summary>
          <ul>
            {found.refused.map(({ idea, why }) => (
              <li key={inRow(idea.chords, view)}>
                <b>{inRow(idea.chords, view)}</b> {signed(why)}
              </li>
            ))}
          </ul>
        </Others>
      ) : null}
    </Window>
  );
}

/** More times through a section than these are not told apart. */
const mostTimes = 6;

interface IdeaProps {
  move: Move;
  ends: Ends | null;
  view: ChartView;
  heard: string | null;
  onHear: (form: MoveForm) => void;
  onStop: () => void;
  onTake: (edit: MoveForm['edit']) => void;
}

/** One idea in the form that is looked at; the others are a press away. */
function Idea({ move, ends, view, heard, onHear, onStop, onTake }: IdeaProps) {
  const forms = [move, ...move.others].slice(0, mostForms);
  const [chosen, setChosen] = useState(idOf(move));
  const form = forms.find((one) => idOf(one) === chosen) ?? move;
  const { editOnce } = form;
  const used =
    form.used > 0
      ? ` ${t('The song has it {{count}} times; players keep it to one place in four.', { count: form.used })}`
      : '';
  const name = withSigns(form.name, view.style.signs);
  return (
    <OfferCard
      name={name}
      why={withSigns(form.why, view.style.signs) + used}
      isHeard={heard === idOf(form)}
      onHear={() => onHear(form)}
      onStop={onStop}
      take={t('Take it')}
      onTake={() => onTake(form.edit)}
      more={
        editOnce ? (
          <Button aria-label={`${t('This time only')}: ${name}`} onPress={() => onTake(editOnce)}>
            {t('This time only')}
          </Button>
        ) : null
      }
    >
      <OfferRow>
        {ends ? (
          <>
            <Soft>
              <ChordMark chord={ends.before} view={view} />
            </Soft>
            <Arrow aria-hidden>→</Arrow>
          </>
        ) : null}
        {form.chords.map(({ chord }, place) => (
          <span key={place}>
            {place > 0 ? <Arrow aria-hidden>→</Arrow> : null}
            <ChordMark chord={chord} view={view} />
          </span>
        ))}
        {ends ? (
          <>
            <Arrow aria-hidden>→</Arrow>
            <Soft>
              <ChordMark chord={ends.next} view={view} />
            </Soft>
          </>
        ) : null}
      </OfferRow>
      {forms.length > 1 ? (
        <Forms role="group" aria-label={t('Other forms of it')}>
          {forms.map((one) => (
            <Form
              key={idOf(one)}
              $chosen={one === form}
              aria-pressed={one === form}
              onPress={() => {
                onStop();
                setChosen(idOf(one));
              }}
            >
              {inRow(
                one.chords.map(({ chord }) => chord),
                view,
              )}
            </Form>
          ))}
        </Forms>
      ) : null}
    </OfferCard>
  );
}

const mostForms = 8;

const idOf = ({ id, chords }: MoveForm) =>
  `${id}: ${chords.map(({ chord }) => formatChord(chord)).join(' ')}`;

function inRow(chords: readonly Chord[], view: ChartView): string {
  return chords.map((chord) => formatChord(chord, view.style)).join(' ');
}

/** The chords between which something goes. */
interface Ends {
  readonly before: Chord;
  readonly next: Chord;
  /** When the first begins, and the second. */
  readonly from: number;
  readonly to: number;
}

function endsOf({ slots }: Timeline, after: number): Ends | null {
  const before = slots.findLast(({ is }, at) => at <= after && is.kind !== 'held');
  const next = slots.find(({ is }, at) => at > after && is.kind !== 'held');
  if (before?.is.kind !== 'chord' || next?.is.kind !== 'chord') return null;
  return { before: before.is.chord, next: next.is.chord, from: before.start, to: next.start };
}

/** So many bars are heard before and after. */
const beside = 2;

/** The gap with some bars around it; an edit of it moves nothing else. */
function rangeAround(timeline: Timeline, after: number) {
  const ends = endsOf(timeline, after);
  return ({ slots, song }: Timeline) => {
    const more = beside * barTicks(song.meter);
    const [from, to] = ends ? [ends.from - more, ends.to + more] : [0, more];
    const first = slots.findIndex(({ start }) => start >= from);
    const last = slots.findIndex(({ start }) => start >= to);
    return { from: Math.max(0, first), to: last < 0 ? slots.length : last };
  };
}
