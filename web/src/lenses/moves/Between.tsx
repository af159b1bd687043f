import { formatChord, grades, moveKinds, type MoveKind } from '@intervallum/core';
import { ArrowLeft, ArrowRight, Play, Square } from 'lucide-react';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { Button, IconButton } from '../../ui/Button.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { gradeNames, moveKindNames } from '../../words/choiceNames.ts';
import { ordinal, t } from '../../words/words.ts';
import { idOf, inRow } from './gap.ts';
import { IdeaCard } from './IdeaCard.tsx';
import { asItStands, useMovesLens, useSigned, type OpenGap } from './MovesState.tsx';
import { List, Wishes, Details, WhichChord, Arrow } from '../parts/cards.ts';

const Compared = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  button {
    justify-content: flex-start;
    min-width: 0;
    text-align: left;
  }
  svg {
    flex: none;
  }
  span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
`;

const Said = styled.p`
  padding-left: 12px;
  border-left: 4px solid var(--accent);
  font-size: 14px;
`;

/** More times through a section than these are not told apart. */
const mostTimes = 6;

const allKinds = 'all';

/** What can go between the chosen chord and the next one: seen, heard against what stands, taken for all times or for one. */
export function Between() {
  const { gap, actions } = useMovesLens();
  const signed = useSigned();
  if (!gap) return <p>{t('Write some chords first: ideas go between them.')}</p>;
  const { found, moves, times, time } = gap;
  return (
    <>
      <WhereItIs gap={gap} />
      <WhichIdeas />
      {times > 1 ? (
        <Pick
          label={t('Which time')}
          labelled="beside"
          value={String(time)}
          options={Array.from(
            { length: Math.min(times, mostTimes) },
            (_, index) =>
              [String(index), t('{{pass}} time', { pass: ordinal(index + 1) })] as const,
          )}
          onChange={(next) => actions.setTime(Number(next))}
        />
      ) : null}
      {found.elsewhere.length > 0 ? <Elsewhere gap={gap} /> : null}
      {found.why ? <p>{signed(found.why)}</p> : null}
      {!found.why && moves.length === 0 ? <p>{t('There is no idea of this kind here.')}</p> : null}
      {gap.isBeingOrdered ? <p role="status">{t('The hands are being found.')}</p> : null}
      {moves.length > 0 ? <CompareTools gap={gap} /> : null}
      <List aria-label={t('Ideas for this place')}>
        {moves.map((move, index) => (
          <IdeaCard key={move.kind} move={move} gap={gap} number={index + 1} />
        ))}
      </List>
      <Refusals gap={gap} />
    </>
  );
}

const anyNumber = 'any';
const depths = ['1', '2', '3', '4'] as const;

/** What is wished of ideas: out of the way until somebody wishes something. */
function WhichIdeas() {
  const { wishes, actions } = useMovesLens();
  const { grade, kind, depth, order } = wishes;
  const said = [
    grade === 'altered' ? '' : t('up to {{grade}}', { grade: gradeNames[grade] }),
    kind ? moveKindNames[kind] : '',
    depth === null ? '' : t('{{count}} chords at most', { count: depth }),
    order === 'hands' ? t('the easiest first') : '',
  ].filter(Boolean);
  return (
    <Details>
      <summary>
        <b>{t('Which ideas')}</b> {said.length > 0 ? said.join(', ') : t('all of them')}
      </summary>
      <Wishes>
        <Pick
          label={t('How colourful')}
          value={grade}
          options={grades.map((one) => [one, gradeNames[one]])}
          onChange={(next) => actions.wish({ grade: next })}
        />
        <Pick<MoveKind | typeof allKinds>
          label={t('What kind')}
          value={kind ?? allKinds}
          options={[
            [allKinds, t('all kinds')],
            ...moveKinds.map((one) => [one, moveKindNames[one]] as const),
          ]}
          onChange={(next) => actions.wish({ kind: next === allKinds ? null : next })}
        />
        <Pick
          label={t('How many chords')}
          value={depth === null ? anyNumber : String(depth)}
          options={[
            [anyNumber, t('any number')],
            ...depths.map(
              (one) => [one, t('{{count}} chords at most', { count: Number(one) })] as const,
            ),
          ]}
          onChange={(next) => actions.wish({ depth: next === anyNumber ? null : Number(next) })}
        />
        <Pick
          label={t('In which order')}
          value={order}
          options={[
            ['usual', t('the usual first')],
            ['hands', t('the easiest first')],
          ]}
          onChange={(next) => actions.wish({ order: next })}
        />
      </Wishes>
    </Details>
  );
}

/** From which chord to which, and the ways to the gaps beside it. */
function WhereItIs({ gap: { ends } }: { gap: OpenGap }) {
  const { view, actions } = useMovesLens();
  return (
    <WhichChord>
      <IconButton aria-label={t('The chord before')} onPress={() => actions.step(-1)}>
        <ArrowLeft size={18} strokeWidth={1.5} />
      </IconButton>
      {ends ? (
        <h2>
          <ChordMark chord={ends.before} view={view} />
          <Arrow aria-hidden>→</Arrow>
          <ChordMark chord={ends.next} view={view} />
        </h2>
      ) : (
        <span aria-hidden>…</span>
      )}
      <IconButton aria-label={t('The next chord')} onPress={() => actions.step(1)}>
        <ArrowRight size={18} strokeWidth={1.5} />
      </IconButton>
    </WhichChord>
  );
}

function Elsewhere({ gap: { found } }: { gap: OpenGap }) {
  const { view } = useMovesLens();
  return (
    <Said>
      {t('At other times {{chord}} follows. Take it for this time only, or for all of them.', {
        chord: formatChord(found.elsewhere[0]!, view.style),
      })}
    </Said>
  );
}

/** The open idea against what stands, or against another one: each heard with two bars around it. */
function CompareTools({ gap: { ends } }: { gap: OpenGap }) {
  const { opened, other, heard, actions } = useMovesLens();
  const signed = useSigned();
  if (!ends) return null;
  const sides = [
    ['A', other, other ? signed(other.name) : t('As it stands')],
    ['B', opened, opened ? signed(opened.name) : ''],
  ] as const;
  return (
    <Compared role="group" aria-label={t('Compare by ear')}>
      {sides.map(([letter, form, name]) => {
        const isHeard = heard === (form ? idOf(form) : asItStands);
        return (
          <Button
            key={letter}
            aria-pressed={isHeard}
            isDisabled={letter === 'B' && !form}
            onPress={() => (isHeard ? actions.stop() : actions.hearForm(form))}
          >
            {isHeard ? (
              <Square size={16} strokeWidth={1.5} aria-hidden />
            ) : (
              <Play size={16} strokeWidth={1.5} aria-hidden />
            )}{' '}
            <b>{letter}</b> <span>{name}</span>
          </Button>
        );
      })}
    </Compared>
  );
}

function Refusals({ gap: { found, beyond } }: { gap: OpenGap }) {
  const { view } = useMovesLens();
  const signed = useSigned();
  if (found.refused.length + beyond.length === 0) return null;
  return (
    <Details>
      <summary>
        <b>{t('What does not go here, and why')}</b>
      </summary>
      <ul>
        {beyond.map((move) => (
          <li key={idOf(move)}>
            <b>
              {inRow(
                move.chords.map(({ chord }) => chord),
                view,
              )}
            </b>{' '}
            {t('These hands cannot hold it: a chord of it is out of their reach.')}
          </li>
        ))}
        {found.refused.map(({ idea, why }) => (
          <li key={idea.id + inRow(idea.chords, view)}>
            <b>{inRow(idea.chords, view) || signed(idea.name)}</b> {signed(why)}
          </li>
        ))}
      </ul>
    </Details>
  );
}
