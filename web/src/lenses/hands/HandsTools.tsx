import {
  hasLine,
  nameDegree,
  schools,
  slides,
  walkKinds,
  withSigns,
  type InnerLine,
  type School,
  type Slide,
  type SongHands,
  type WalkKind,
} from '@intervallum/core';
import { ArrowLeft, ArrowRight, Pin, PinOff, Redo2, Undo2 } from 'lucide-react';
import { memo } from 'react';
import styled from 'styled-components';
import type { ChartView } from '../../music/rails/view.ts';
import { Button, IconButton } from '../../ui/Button.tsx';
import { Picker } from '../../ui/Picker.tsx';
import type { HandsActions } from './actions.ts';
import { schoolNames } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';

/* What a player does with the hands, part by part: none is drawn anew when one goes from chord to chord and it stays as it is. */

const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  button {
    min-height: 36px;
    padding: 5px 12px;
    font-size: 14px;
  }
  span {
    font-size: 13px;
    color: var(--soft);
  }
`;

const Steps = styled.div`
  display: flex;
  button {
    min-height: 36px;
    min-width: 36px;
  }
`;

interface ToolsProps {
  actions: HandsActions;
}

export const UndoTools = memo(function UndoTools({ actions }: ToolsProps) {
  return (
    <Steps>
      <IconButton aria-label={t('Undo')} onPress={actions.undo}>
        <Undo2 size={18} strokeWidth={1.5} />
      </IconButton>
      <IconButton aria-label={t('Redo')} onPress={actions.redo}>
        <Redo2 size={18} strokeWidth={1.5} />
      </IconButton>
    </Steps>
  );
});

const ofChart = 'of the chart';

export const SchoolPicker = memo(function SchoolPicker({
  school,
  usual,
  actions,
}: ToolsProps & { school: School | null; usual: School }) {
  return (
    <Picker
      label={t('School')}
      value={school ?? ofChart}
      options={[
        { id: ofChart, name: t('as usual: {{school}}', { school: schoolNames[usual] }) },
        ...schools.map((id) => ({ id, name: schoolNames[id] })),
      ]}
      onChange={(id) => actions.school(schools.find((one) => one === id) ?? null)}
    />
  );
});

interface ChordToolsProps extends ToolsProps {
  isPinned: boolean;
  /** The chord has hands: before they are found nothing can be done with them. */
  isFound: boolean;
  /** How often the chord stands elsewhere, not pinned so. */
  alike: { readonly section: number; readonly song: number };
}

export const ChordTools = memo(function ChordTools({
  isPinned,
  isFound,
  alike,
  actions,
}: ChordToolsProps) {
  return (
    <Tools>
      {isPinned ? (
        <Button onPress={actions.unpin}>
          <PinOff size={16} strokeWidth={1.5} aria-hidden /> {t('Unpin')}
        </Button>
      ) : (
        <Button isDisabled={!isFound} onPress={actions.pin}>
          <Pin size={16} strokeWidth={1.5} aria-hidden /> {t('Pin')}
        </Button>
      )}
      <Button isDisabled={!isFound} onPress={() => actions.change('thin')}>
        {t('Thin it')}
      </Button>
      <Button isDisabled={!isFound} onPress={() => actions.change('fatten')}>
        {t('Fatten')}
      </Button>
      <Button isDisabled={!isFound} onPress={() => actions.takeNote('left')}>
        <ArrowLeft size={16} strokeWidth={1.5} aria-hidden /> {t('A note to the left')}
      </Button>
      <Button isDisabled={!isFound} onPress={() => actions.takeNote('right')}>
        {t('A note to the right')} <ArrowRight size={16} strokeWidth={1.5} aria-hidden />
      </Button>
      {isPinned && alike.section > 0 ? (
        <Button onPress={() => actions.pinMore('section')}>
          {t('Pin it in this section ({{count}} more)', { count: alike.section })}
        </Button>
      ) : null}
      {isPinned && alike.song > alike.section ? (
        <Button onPress={() => actions.pinMore('song')}>
          {t('Pin it everywhere ({{count}} more)', { count: alike.song })}
        </Button>
      ) : null}
    </Tools>
  );
});

/** As the chord before, slid in parallel. */
export const SlideTools = memo(function SlideTools({
  canSlide,
  actions,
}: ToolsProps & { canSlide: boolean }) {
  return (
    <Tools role="group" aria-label={t('The chord before, slid here')}>
      <span>{t('The chord before, slid')}</span>
      {slides.map((by) => (
        <Button
          key={by}
          isDisabled={!canSlide}
          aria-label={slideWords(by)}
          onPress={() => actions.slide(by)}
        >
          {slideWords(by)}
        </Button>
      ))}
    </Tools>
  );
});

function slideWords(by: Slide): string {
  const steps = String(Math.abs(by));
  return by > 0 ? t('up {{steps}}', { steps }) : t('down {{steps}}', { steps });
}

interface WalkToolsProps extends ToolsProps {
  walk: WalkKind | null;
  /** It is played where it is asked for; else it is said above why not. */
  isPlayed: boolean;
  isFound: boolean;
  /** The chord has another sixth than the key's. */
  hasRaised: boolean;
}

export const WalkTools = memo(function WalkTools({
  walk,
  isPlayed,
  isFound,
  hasRaised,
  actions,
}: WalkToolsProps) {
  return (
    <Tools role="group" aria-label={t('Walk the left hand')}>
      <span>{t('Left hand walks')}</span>
      {walkKinds
        .filter((kind) => hasRaised || kind === walk || !kind.includes('#'))
        .map((kind) => (
          <Button
            key={kind}
            isDisabled={!isFound}
            aria-label={t('Walk {{kind}}', { kind })}
            aria-pressed={walk === kind}
            onPress={() => actions.walk(kind)}
          >
            {withSigns(kind, 'printed')}
            {walk !== kind ? '' : isPlayed ? ' ✓' : ` · ${t('not played')}`}
          </Button>
        ))}
      {walk ? (
        <>
          <Button onPress={() => actions.walkMore('section')}>
            {t('On all of 2 beats and more in this section')}
          </Button>
          <Button onPress={() => actions.walkMore('song')}>{t('in the whole song')}</Button>
        </>
      ) : null}
    </Tools>
  );
});

interface LineToolsProps extends ToolsProps {
  hands: SongHands;
  slot: number;
  lines: readonly InnerLine[];
  view: ChartView;
}

/** Inner lines through this chord: not there where its neighbours share too little. */
export const LineTools = memo(function LineTools({
  hands,
  slot,
  lines,
  view,
  actions,
}: LineToolsProps) {
  const isMarked = hands.lines.some((mark) => mark.slot === slot);
  const isKnown = lines.some((line) => hasLine(hands, line));
  if (lines.length === 0 && !isMarked) return null;
  return (
    <Tools role="group" aria-label={t('A line in the right thumb')}>
      <span>{t('Right thumb walks')}</span>
      {lines.map((line) => {
        const said = line.map(({ tone }) => nameDegree(tone, view.style)).join(' ');
        const isAsked = hasLine(hands, line);
        return (
          <Button
            key={said}
            aria-label={t('Line {{tones}}', { tones: said })}
            aria-pressed={isAsked}
            onPress={() => actions.line(line)}
          >
            {said}
            {isAsked ? ' ✓' : ''}
          </Button>
        );
      })}
      {isMarked && !isKnown ? (
        <Button onPress={actions.letLineGo}>{t('Let the line go')}</Button>
      ) : null}
    </Tools>
  );
});
