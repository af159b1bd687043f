import {
  dynamics,
  farthest,
  leftShapes,
  rightWays,
  saidFirst,
  schools,
  type LeftShape,
  type LeftWish,
  type RightWay,
  type RightWish,
  type SaidHands,
  type School,
} from '@intervallum/core';
import { ChevronDown, ChevronUp, Grid3x3 } from 'lucide-react';
import { memo, useState } from 'react';
import styled from 'styled-components';
import {
  dynamicNames,
  leftWishName,
  octaveName,
  rightWayNames,
  rightWishName,
  schoolNames,
} from '../../words/choiceNames.ts';
import { Button, IconButton } from '../../ui/Button.tsx';
import { Picker } from '../../ui/Picker.tsx';
import type { ForWhom, HandsActions, NamedSection, SaidOfSection } from './actions.ts';
import { ForWhomChoice } from './ForWhomChoice.tsx';
import { t } from '../../words/words.ts';

const Said = styled.section`
  display: grid;
  gap: 8px;
  padding: 10px 12px 12px;
  border: 1px solid var(--hairline);
  border-radius: 12px;
  background: var(--card);
`;

const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 4px 10px;
`;

const Rows = styled.div`
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  align-items: center;
  gap: 6px 10px;
  > span {
    font-size: 13px;
    color: var(--soft);
  }
  button {
    min-height: 36px;
    font-size: 14px;
  }
`;

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

const Rhythm = styled.div`
  display: grid;
  justify-items: start;
  gap: 2px;
  font-size: 13px;
  line-height: 1.3;
`;

const Foot = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  button {
    min-height: 36px;
    padding: 5px 12px;
    font-size: 14px;
  }
  > :first-child {
    flex: 1 1 130px;
  }
`;

const asBefore = 'as before';
const none = 'none';

/** What nothing said comes to: what the next one says, else what the search finds. */
function leftOpen(said: string | null): { id: string; name: string } {
  return { id: asBefore, name: said ? t('as the chart: {{said}}', { said }) : t('as found') };
}

interface SectionHandsProps {
  name: string;
  /** The player's school for the whole song. */
  school: School | null;
  said: SaidOfSection;
  /** The song's own shapes, by their names. */
  shapes: readonly string[];
  others: readonly NamedSection[];
  actions: Pick<HandsActions, 'sayOfSection' | 'playLike' | 'sayOfSong'>;
  /** Opens what the hands of the section do. */
  onTexture: () => void;
}

/**
 * All that is said of a section's hands in one place: its school, what each hand holds, how high, how loud, and how it is struck;
 * for the player alone, or in the chart for everybody.
 */
export const SectionHands = memo(function SectionHands(props: SectionHandsProps) {
  const { said, shapes, others, actions } = props;
  const [whom, setWhom] = useState<ForWhom>('me');
  const now = whom === 'me' ? said.mine : said.chart;
  const beneath = whom === 'me' ? saidFirst(said.chart, said.song) : said.song;
  const say = (more: Partial<SaidHands>) => actions.sayOfSection(more, whom);
  return (
    <Said role="group" aria-label={t('This section')}>
      <Head>
        <h3>{props.name}</h3>
        <ForWhomChoice whom={whom} onChange={setWhom} />
      </Head>
      <Rows>
        <span aria-hidden>{t('School')}</span>
        <SchoolOf
          now={now}
          beneath={beneath}
          school={whom === 'me' ? props.school : null}
          onSay={say}
        />
        <span aria-hidden>{t('Left hand')}</span>
        <LeftOf now={now.left} beneath={beneath.left} onSay={(left) => say({ left })} />
        <span aria-hidden>{t('Right hand')}</span>
        <RightOf
          now={now.right}
          beneath={beneath.right}
          shapes={shapes}
          onSay={(right) => say({ right })}
        />
        <span aria-hidden>{t('Octave')}</span>
        <OctaveOf now={now.octaves ?? beneath.octaves ?? 0} onSay={(octaves) => say({ octaves })} />
        <span aria-hidden>{t('Loudness')}</span>
        <Picker
          label={t('Loudness of the section')}
          labelHidden
          value={now.loudness ?? asBefore}
          options={[
            {
              id: asBefore,
              name: beneath.loudness
                ? t('as the chart: {{said}}', { said: dynamicNames[beneath.loudness] })
                : t('as usual'),
            },
            ...dynamics.map((id) => ({ id, name: dynamicNames[id] })),
          ]}
          onChange={(id) => say({ loudness: dynamics.find((one) => one === id) ?? null })}
        />
        <span aria-hidden>{t('Rhythm')}</span>
        <Rhythm>
          {said.rhythm.map((words) => (
            <span key={words}>{words}</span>
          ))}
          <Button onPress={props.onTexture}>
            <Grid3x3 size={16} strokeWidth={1.5} aria-hidden /> {t('How they play this section')}
          </Button>
        </Rhythm>
      </Rows>
      <Foot>
        {others.length > 0 ? (
          <Picker
            label={t('Play it like another section')}
            labelHidden
            value={none}
            options={[
              { id: none, name: t('Like another …') },
              ...others.map(({ section, name }) => ({
                id: String(section),
                name: t('like {{name}}', { name }),
              })),
            ]}
            onChange={(id) => (id === none ? null : actions.playLike(Number(id), whom))}
          />
        ) : null}
        <Button onPress={() => actions.sayOfSong(whom)}>{t('So in the whole song')}</Button>
      </Foot>
    </Said>
  );
});

interface PartProps<Value> {
  now: Value;
  /** What holds where nothing is said here. */
  beneath: Value;
  onSay: (said: Value) => void;
}

function SchoolOf({
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

function LeftOf({ now, beneath, onSay }: PartProps<LeftWish | null>) {
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

function RightOf({
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

function OctaveOf({ now, onSay }: { now: number; onSay: (octaves: number) => void }) {
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
