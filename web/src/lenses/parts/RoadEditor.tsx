import {
  formatChord,
  liftFormulas,
  readLeading,
  type LiftStep,
  type RoadStep,
  type Song,
} from '@intervallum/core';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { Button, IconButton, PrimaryButton } from '../../ui/Button.tsx';
import { TextField } from '../../ui/fields.tsx';
import { Picker } from '../../ui/Picker.tsx';
import { phone } from '../../ui/theme.ts';
import { Window } from '../../ui/Window.tsx';
import { liftInWords } from '../../music/rails/Road.tsx';
import { t } from '../../words/words.ts';

const Steps = styled.ol`
  display: grid;
  gap: 8px;
  margin-bottom: 14px;
`;

const Step = styled.li`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 132px minmax(0, 1fr) auto;
  align-items: center;
  gap: 8px;
  padding: 6px 8px;
  border-radius: 10px;
  background: var(--card);
  /* On a phone each step has two lines: what is played and how often, how and where it goes. */
  ${phone} {
    grid-template-columns: minmax(0, 1fr) 132px;
    gap: 4px 8px;
  }
`;

const Lift = styled.span`
  font-weight: 700;
  color: var(--accent);
`;

/** In the place of all that a section has. */
const LiftRow = styled.span`
  grid-column: 1 / 4;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 14px;
  ${phone} {
    grid-column: 1;
  }
`;

const Moves = styled.span`
  display: flex;
  justify-content: flex-end;
`;

const Add = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 10px 0;
  border-top: 1px solid var(--hairline);
`;

const Foot = styled.div`
  display: flex;
  justify-content: space-between;
  gap: 10px;
`;

interface RoadEditorProps {
  song: Song;
  isOpen: boolean;
  onClose: () => void;
  /** What goes back to how it was: as the sections stand, where nothing else is said. */
  backName?: string;
  /** Null where the sections are played as they stand. */
  onRoad: (road: readonly RoadStep[] | null) => void;
}

/** The roadmap as an ordered list: sections with how often and how, lifts of the key between them. */
export function RoadEditor({ song, isOpen, onClose, backName, onRoad }: RoadEditorProps) {
  return (
    <Window title={t('Roadmap')} isOpen={isOpen} onClose={onClose} width={760}>
      <Form
        song={song}
        onClose={onClose}
        backName={backName ?? t('As the sections stand')}
        onRoad={onRoad}
      />
    </Window>
  );
}

const countOf: Readonly<Record<string, Pick<Play, 'times' | 'open'>>> = {
  'as it says': { times: null, open: false },
  once: { times: 1, open: false },
  '×2': { times: 2, open: false },
  '×3': { times: 3, open: false },
  '×4': { times: 4, open: false },
  open: { times: null, open: true },
};

type Play = Extract<RoadStep, { kind: 'play' }>;

function Form({
  song,
  onClose,
  backName,
  onRoad,
}: Omit<RoadEditorProps, 'isOpen' | 'backName'> & { backName: string }) {
  const [steps, setSteps] = useState<readonly RoadStep[]>(
    song.road ?? song.sections.map(({ name }) => playing(name)),
  );
  const names = [...new Set(song.sections.map(({ name }) => name))].filter((name) => name !== '');
  const replace = (index: number, step: RoadStep) =>
    setSteps(steps.map((old, place) => (place === index ? step : old)));
  const move = (index: number, by: 1 | -1) => {
    const next = [...steps];
    const [step] = next.splice(index, 1);
    next.splice(index + by, 0, step!);
    setSteps(next);
  };
  return (
    <>
      <Steps aria-label={t('Steps of the roadmap')}>
        {steps.map((step, index) => (
          <Step key={index}>
            {step.kind === 'lift' ? (
              <LiftRow>
                <Lift>{liftInWords({ semitones: step.semitones })}</Lift>
                <Picker
                  label={t('How it goes there')}
                  labelHidden
                  value={step.by ? waySaid(step.by) : straight}
                  options={waysInto(step)}
                  onChange={(way) => replace(index, goingBy(step.semitones, way))}
                />
              </LiftRow>
            ) : (
              <PlayStep step={step} names={names} onChange={(next) => replace(index, next)} />
            )}
            <Moves>
              <IconButton
                aria-label={t('Step {{number}} up', { number: index + 1 })}
                isDisabled={index === 0}
                onPress={() => move(index, -1)}
              >
                <ArrowUp size={16} strokeWidth={1.5} />
              </IconButton>
              <IconButton
                aria-label={t('Step {{number}} down', { number: index + 1 })}
                isDisabled={index === steps.length - 1}
                onPress={() => move(index, 1)}
              >
                <ArrowDown size={16} strokeWidth={1.5} />
              </IconButton>
              <IconButton
                aria-label={t('Take step {{number}} away', { number: index + 1 })}
                onPress={() => setSteps(steps.filter((_, place) => place !== index))}
              >
                <Trash2 size={16} strokeWidth={1.5} />
              </IconButton>
            </Moves>
          </Step>
        ))}
      </Steps>
      <Add role="group" aria-label={t('Add to the end')}>
        {names.map((name) => (
          <Button key={name} onPress={() => setSteps([...steps, playing(name)])}>
            {name}
          </Button>
        ))}
        {[1, 2, 3, -1, -2].map((semitones) => (
          <Button key={semitones} onPress={() => setSteps([...steps, { kind: 'lift', semitones }])}>
            <Lift>{liftInWords({ semitones })}</Lift>
          </Button>
        ))}
      </Add>
      <Foot>
        <Button
          isDisabled={song.road === null}
          onPress={() => {
            onRoad(null);
            onClose();
          }}
        >
          {backName}
        </Button>
        <PrimaryButton
          isDisabled={steps.length === 0}
          onPress={() => {
            onRoad(steps);
            onClose();
          }}
        >
          {t('Use this roadmap')}
        </PrimaryButton>
      </Foot>
    </>
  );
}

function PlayStep({
  step,
  names,
  onChange,
}: {
  step: Play;
  names: readonly string[];
  onChange: (step: Play) => void;
}) {
  const count =
    Object.keys(countOf).find(
      (name) => countOf[name]!.times === step.times && countOf[name]!.open === step.open,
    ) ?? `×${step.times ?? 1}`;
  const known = names.some((name) => name.toLowerCase() === step.name.toLowerCase());
  return (
    <>
      <Picker
        label={t('Section')}
        labelHidden
        value={names.find((name) => name.toLowerCase() === step.name.toLowerCase()) ?? step.name}
        options={(known ? names : [step.name, ...names]).map((name) => ({ id: name, name }))}
        onChange={(name) => onChange({ ...step, name })}
      />
      <Picker
        label={t('How often')}
        labelHidden
        value={count}
        options={[...new Set([...Object.keys(countOf), count])].map((id) => ({ id, name: id }))}
        onChange={(id) => onChange({ ...step, ...(countOf[id] ?? {}) })}
      />
      <TextField
        label={t('What is done differently')}
        labelHidden
        placeholder={t('softer, everyone')}
        maxLength={60}
        value={step.direction}
        onChange={(text) => onChange({ ...step, direction: text.replace(/[(),]/g, ' ') })}
      />
    </>
  );
}

function playing(name: string): Play {
  return { kind: 'play', name, times: null, open: false, direction: '' };
}

const straight = 'straight';

const waySaid = (by: NonNullable<LiftStep['by']>) =>
  by.map((chord) => formatChord(chord)).join(' ');

/** The ways that can be chosen for a lift; what was typed is one of them. */
function waysInto({ by }: LiftStep): { id: string; name: string }[] {
  const own = by && !liftFormulas.includes(waySaid(by)) ? [waySaid(by)] : [];
  return [
    { id: straight, name: t('straight there') },
    ...[...liftFormulas, ...own].map((way) => ({
      id: way,
      name: t('by {{chords}}', { chords: way }),
    })),
  ];
}

function goingBy(semitones: number, way: string): LiftStep {
  const by = way === straight ? null : readLeading(way);
  return by ? { kind: 'lift', semitones, by } : { kind: 'lift', semitones };
}
