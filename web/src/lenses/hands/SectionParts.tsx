import {
  dynamics,
  farthest,
  leftShapes,
  pedallings,
  rightWays,
  schools,
  type LeftShape,
  type LeftWish,
  type RightWay,
  type RightWish,
  type SaidHands,
  type School,
} from '@intervallum/core';
import { ChevronDown, ChevronUp } from 'lucide-react';
import styled from 'styled-components';
import { IconButton } from '../../ui/Button.tsx';
import { Picker } from '../../ui/Picker.tsx';
import {
  dynamicNames,
  leftWishName,
  octaveName,
  pedallingNames,
  rightWayNames,
  rightWishName,
  schoolNames,
} from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';

/* What is said of a section, part by part. */

const Stack = styled.div`
  display: grid;
  gap: 6px;
`;

const Steps = styled.div`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 4px;
  font-size: 14px;
`;

const asBefore = 'as before';

/** What nothing said comes to: what the next one says, else what the search finds. */
function leftOpen(said: string | null): { id: string; name: string } {
  return { id: asBefore, name: said ? t('as the chart: {{said}}', { said }) : t('as found') };
}

interface PartProps<Value> {
  now: Value;
  /** What holds where nothing is said here. */
  beneath: Value;
  onSay: (said: Value) => void;
}

export function SchoolOf({
  now,
  beneath,
  school,
  onSay,
}: {
  now: SaidHands;
  beneath: SaidHands;
  school: School | null;
  onSay: (said: Pick<SaidHands, 'school'>) => void;
}) {
  // The chart says it of this very section, or the player of the whole song, or the chart of it, or nobody.
  const usual = school
    ? t('as the song: {{school}}', { school: schoolNames[school] })
    : leftOpen(beneath.school && schoolNames[beneath.school]).name;
  return (
    <Picker
      label={t('School of the section')}
      labelHidden
      value={now.school ?? asBefore}
      options={[
        { id: asBefore, name: usual },
        ...schools.map((id) => ({ id, name: schoolNames[id] })),
      ]}
      onChange={(id) => onSay({ school: schools.find((one) => one === id) ?? null })}
    />
  );
}

const shapeName = (shape: LeftShape) => (shape === '1' ? t('1 alone') : shape);
const shapeOptions = leftShapes.map((id) => ({ id, name: shapeName(id) }));
const elseOptions = [
  { id: asBefore, name: t('else as found') },
  ...leftShapes.map((id) => ({ id, name: t('else {{shape}}', { shape: shapeName(id) }) })),
];
const shapeOf = (id: string) => leftShapes.find((one) => one === id) ?? null;

export function LeftOf({ now, beneath, onSay }: PartProps<LeftWish | null>) {
  return (
    <Stack>
      <Picker
        label={t('Left hand of the section')}
        labelHidden
        value={now?.shape ?? asBefore}
        options={[leftOpen(beneath && leftWishName(beneath)), ...shapeOptions]}
        onChange={(id) => {
          const shape = shapeOf(id);
          onSay(shape && { shape, orElse: now?.orElse ?? null });
        }}
      />
      {now ? (
        <Picker
          label={t('Else, where that cannot be')}
          labelHidden
          value={now.orElse ?? asBefore}
          options={elseOptions}
          onChange={(id) => onSay({ shape: now.shape, orElse: shapeOf(id) })}
        />
      ) : null}
    </Stack>
  );
}

/** A shape of the song may be called as a way is: the two are told apart by what stands before them. */
const shapeId = (name: string) => `shape ${name}`;

export function RightOf({
  now,
  beneath,
  shapes,
  onSay,
}: PartProps<RightWish | null> & { shapes: readonly string[] }) {
  const wanted = now?.kind === 'shape' && !shapes.includes(now.name) ? [now.name] : [];
  return (
    <Picker
      label={t('Right hand of the section')}
      labelHidden
      value={!now ? asBefore : now.kind === 'way' ? now.way : shapeId(now.name)}
      options={[
        leftOpen(beneath && rightWishName(beneath)),
        ...rightWays.map((id) => ({ id, name: rightWayNames[id] })),
        ...[...shapes, ...wanted].map((name) => ({ id: shapeId(name), name: `“${name}”` })),
      ]}
      onChange={(id) => {
        const way = rightWays.find((one: RightWay) => one === id);
        if (way) onSay({ kind: 'way', way });
        else if (id === asBefore) onSay(null);
        else onSay({ kind: 'shape', name: id.slice(shapeId('').length) });
      }}
    />
  );
}

export function OctaveOf({ now, onSay }: { now: number; onSay: (octaves: number) => void }) {
  return (
    <Steps role="group" aria-label={t('The section’s octave')}>
      <IconButton
        aria-label={t('Octave down')}
        isDisabled={now <= -farthest}
        onPress={() => onSay(now - 1)}
      >
        <ChevronDown size={18} strokeWidth={1.5} />
      </IconButton>
      <span aria-live="polite">{octaveName(now)}</span>
      <IconButton
        aria-label={t('Octave up')}
        isDisabled={now >= farthest}
        onPress={() => onSay(now + 1)}
      >
        <ChevronUp size={18} strokeWidth={1.5} />
      </IconButton>
    </Steps>
  );
}

export function LoudnessOf({ now, beneath, onSay }: PartProps<SaidHands['loudness']>) {
  return (
    <Picker
      label={t('Loudness of the section')}
      labelHidden
      value={now ?? asBefore}
      options={[
        usualOr(beneath && dynamicNames[beneath]),
        ...dynamics.map((id) => ({ id, name: dynamicNames[id] })),
      ]}
      onChange={(id) => onSay(dynamics.find((one) => one === id) ?? null)}
    />
  );
}

export function PedalOf({ now, beneath, onSay }: PartProps<SaidHands['pedalling']>) {
  return (
    <Picker
      label={t('Pedal of the section')}
      labelHidden
      value={now ?? asBefore}
      options={[
        usualOr(beneath && pedallingNames[beneath]),
        ...pedallings.map((id) => ({ id, name: pedallingNames[id] })),
      ]}
      onChange={(id) => onSay(pedallings.find((one) => one === id) ?? null)}
    />
  );
}

/** What nothing said comes to where nothing is searched: what the chart says, else what is usual. */
function usualOr(said: string | null): { id: string; name: string } {
  return { id: asBefore, name: said ? t('as the chart: {{said}}', { said }) : t('as usual') };
}
