import {
  leftShapes,
  schools,
  walkKinds,
  type LeftShape,
  type School,
  type WalkKind,
} from '@intervallum/core';
import { ChevronDown, ChevronUp, Grid3x3, Pin, PinOff, Redo2, Undo2 } from 'lucide-react';
import { memo } from 'react';
import styled from 'styled-components';
import { Button, IconButton } from '../../ui/Button.tsx';
import { Picker } from '../../ui/Picker.tsx';
import type { HandsActions, SaidOfSection } from './actions.ts';
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

const Said = styled.div`
  display: grid;
  gap: 6px;
`;

const Pair = styled.div`
  display: grid;
  /* Side by side where a shape has room beside its words, else one under the other. */
  grid-template-columns: repeat(auto-fit, minmax(160px, 1fr));
  gap: 6px;
  button {
    white-space: nowrap;
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

const schoolOptions = schools.map((id) => ({ id, name: schoolNames[id] }));

export const SchoolPicker = memo(function SchoolPicker({
  school,
  actions,
}: ToolsProps & { school: School }) {
  return (
    <Picker
      label={t('School')}
      labelHidden
      value={school}
      options={schoolOptions}
      onChange={(id) => actions.school(id as School)}
    />
  );
});

interface ChordToolsProps extends ToolsProps {
  isPinned: boolean;
  /** The chord has hands: before they are found nothing can be done with them. */
  isFound: boolean;
}

export const ChordTools = memo(function ChordTools({
  isPinned,
  isFound,
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
    </Tools>
  );
});

const schoolOfSong = 'song';
const found = 'found';

const shapeName = (shape: LeftShape) => (shape === '1' ? t('1 alone') : shape);
const leftOptions = [
  { id: found, name: t('left hand as found') },
  ...leftShapes.map((id) => ({ id, name: t('left hand {{shape}}', { shape: shapeName(id) }) })),
];
const elseOptions = [
  { id: found, name: t('else as found') },
  ...leftShapes.map((id) => ({ id, name: t('else {{shape}}', { shape: shapeName(id) }) })),
];

/** What is said of the section: its school, what the left hand holds, and what where that cannot be. */
function SectionHandsTools({
  school,
  said,
  actions,
}: Pick<SectionToolsProps, 'school' | 'said' | 'actions'>) {
  const { left } = said;
  const options = [
    { id: schoolOfSong, name: t('as the song: {{school}}', { school: schoolNames[school] }) },
    ...schoolOptions,
  ];
  const shapeOf = (id: string) => (id === found ? null : (id as LeftShape));
  return (
    <Said role="group" aria-label={t('This section')}>
      <h3>{t('This section')}</h3>
      <Picker
        label={t('School of the section')}
        labelHidden
        value={said.school ?? schoolOfSong}
        options={options}
        onChange={(id) =>
          actions.sayOfSection({ school: id === schoolOfSong ? null : (id as School) })
        }
      />
      <Pair>
        <Picker
          label={t('Left hand of the section')}
          labelHidden
          value={left?.shape ?? found}
          options={leftOptions}
          onChange={(id) => {
            const shape = shapeOf(id);
            actions.sayOfSection({ left: shape && { shape, orElse: left?.orElse ?? null } });
          }}
        />
        {left ? (
          <Picker
            label={t('Else, where that cannot be')}
            labelHidden
            value={left.orElse ?? found}
            options={elseOptions}
            onChange={(id) =>
              actions.sayOfSection({ left: { shape: left.shape, orElse: shapeOf(id) } })
            }
          />
        ) : null}
      </Pair>
    </Said>
  );
}

interface SectionToolsProps extends ToolsProps {
  /** The song's school. */
  school: School;
  said: SaidOfSection;
  /** Octaves that the section is moved. */
  octaves: number;
  /** Opens what the hands of the section do. */
  onTexture: () => void;
}

export const SectionTools = memo(function SectionTools({
  octaves,
  school,
  said,
  onTexture,
  actions,
}: SectionToolsProps) {
  return (
    <>
      <SectionHandsTools school={school} said={said} actions={actions} />
      <Tools role="group" aria-label={t('The section’s octave')}>
        <span>{octaveWords(octaves)}</span>
        <Button onPress={() => actions.move(1)}>
          <ChevronUp size={16} strokeWidth={1.5} aria-hidden /> {t('Octave up')}
        </Button>
        <Button onPress={() => actions.move(-1)}>
          <ChevronDown size={16} strokeWidth={1.5} aria-hidden /> {t('Octave down')}
        </Button>
      </Tools>
      <Tools>
        <Button onPress={onTexture}>
          <Grid3x3 size={16} strokeWidth={1.5} aria-hidden /> {t('How they play this section')}
        </Button>
      </Tools>
    </>
  );
});

interface WalkToolsProps extends ToolsProps {
  walk: WalkKind | null;
  isFound: boolean;
}

export const WalkTools = memo(function WalkTools({ walk, isFound, actions }: WalkToolsProps) {
  return (
    <Tools role="group" aria-label={t('Walk the left hand')}>
      <span>{t('Left hand walks')}</span>
      {walkKinds.map((kind) => (
        <Button
          key={kind}
          isDisabled={!isFound}
          aria-label={t('Walk {{kind}}', { kind })}
          aria-pressed={walk === kind}
          onPress={() => actions.walk(kind)}
        >
          {kind}
          {walk === kind ? ' ✓' : ''}
        </Button>
      ))}
    </Tools>
  );
});

function octaveWords(octaves: number): string {
  if (octaves === 0) return t('Section as usual');
  if (Math.abs(octaves) === 1)
    return octaves > 0 ? t('Section an octave up') : t('Section an octave down');
  return octaves > 0 ? t('Section two octaves up') : t('Section two octaves down');
}
