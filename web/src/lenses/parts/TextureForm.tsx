import {
  dynamics,
  gridOf,
  patternNames,
  patternOf,
  printTexture,
  stepLengths,
  texturesOf,
  withColumn,
  type Dynamic,
  type Meter,
  type PatternName,
  type Song,
  type StepLength,
  type Texture,
  type TexturedHand,
  type Textures,
} from '@intervallum/core';
import { Play, Square } from 'lucide-react';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Picker } from '../../ui/Picker.tsx';
import { Switch } from '../../ui/Switch.tsx';
import { phone, short } from '../../ui/theme.ts';
import { TextureGrid } from './TextureGrid.tsx';
import { useHear } from './useHear.ts';
import { dynamicNames } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';

const Hands = styled.div`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 10px 24px;
  margin-bottom: 12px;
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Hand = styled.div`
  display: grid;
  align-content: start;
  gap: 8px;
  [role='radio'] {
    min-height: 30px;
    padding: 3px 10px;
    font-size: 13px;
  }
`;

const Choices = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
`;

const Scroll = styled.div`
  overflow-x: auto;
`;

const Foot = styled.div`
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 10px;
  position: sticky;
  bottom: 0;
  /* Over the names of the rows, which stay at the side. */
  z-index: 2;
  margin: 10px -26px -26px;
  padding: 12px 26px 18px;
  background: var(--paper);
  /* Where there is hardly room for a row it stands after the last one. */
  ${short} {
    position: static;
  }
`;

const Keep = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
`;

const Help = styled.p`
  flex: 1 1 260px;
  font-size: 13px;
  line-height: 1.35;
  color: var(--soft);
  ${phone} {
    display: none;
  }
`;

interface TextureFormProps {
  song: Song;
  section: number;
  meter: Meter;
  onKeep: (textures: Textures, of: 'section' | 'song') => void;
}

/** What each hand of a section does with what it holds: a known pattern, or one's own on a grid; heard before it is kept. */
export function TextureForm({ song, section, meter, onKeep }: TextureFormProps) {
  const [textures, setTextures] = useState<Textures>(song.sections[section]!.textures);
  const { state, hear, stop } = useHear();
  const now = texturesOf(song.textures, textures);
  const left = useMemo(() => gridOf(now.left, 'left', meter), [now.left, meter]);
  const right = useMemo(() => gridOf(now.right, 'right', meter), [now.right, meter]);
  const change = (hand: TexturedHand, texture: Texture | null) => {
    const next = { ...textures, [hand]: texture };
    setTextures(next);
    // What is heard follows what is seen.
    if (state === 'playing') void hear(section, next);
  };
  return (
    <>
      <Hands>
        {(['right', 'left'] as const).map((hand) => (
          <HandTools
            key={hand}
            hand={hand}
            song={song}
            own={textures[hand]}
            texture={now[hand]}
            meter={meter}
            onChange={(texture) => change(hand, texture)}
          />
        ))}
      </Hands>
      <Scroll>
        <TextureGrid
          left={left}
          right={right}
          meter={meter}
          onColumn={(hand, column, step) =>
            change(hand, withColumn(now[hand], hand === 'left' ? left : right, column, step, meter))
          }
        />
      </Scroll>
      <Foot>
        {state === 'silent' ? (
          <Button onPress={() => void hear(section, textures)}>
            <Play size={16} strokeWidth={1.5} aria-hidden /> {t('Hear the section')}
          </Button>
        ) : (
          <Button onPress={stop}>
            <Square size={15} strokeWidth={1.5} aria-hidden />{' '}
            {state === 'searching' ? t('Finding the hands: stop') : t('Stop')}
          </Button>
        )}
        <Help>
          {t(
            'Press a step to strike the note, again to let it ring, again to take it away. Low, middle and top are what the hand holds.',
          )}
        </Help>
        <Keep>
          <Button onPress={() => onKeep(now, 'song')}>{t('For the whole song')}</Button>
          <PrimaryButton onPress={() => onKeep(textures, 'section')}>{t('Keep it')}</PrimaryButton>
        </Keep>
      </Foot>
    </>
  );
}

interface HandToolsProps {
  hand: TexturedHand;
  song: Song;
  /** What the section itself says; null where it says nothing. */
  own: Texture | null;
  texture: Texture | null;
  meter: Meter;
  onChange: (texture: Texture | null) => void;
}

const stepNames: Readonly<Record<StepLength, string>> = {
  beats: t('Beats'),
  eighths: t('8ths'),
  sixteenths: t('16ths'),
  triplets: t('Triplets'),
};

function HandTools({ hand, song, own, texture, meter, onChange }: HandToolsProps) {
  const handName = hand === 'left' ? t('Left hand') : t('Right hand');
  const others = ownPatterns(song, hand);
  const id = own === null ? 'song' : typeof own.pattern === 'string' ? own.pattern : 'own';
  const said = song.textures[hand];
  const inSong = said
    ? t('As in the whole song: {{pattern}}', { pattern: printTexture(said) })
    : t('Struck and held');
  const step = texture ? patternOf(texture, hand, meter).step : null;
  const leads = texture !== null && patternOf(texture, hand, meter).leading;
  const leadsByName = leads && !texture.leading;
  return (
    <Hand role="group" aria-label={t('{{handName}}: how it plays', { handName })}>
      <Picker
        label={handName}
        value={id}
        options={[
          { id: 'song', name: inSong },
          ...patternNames(hand).map((name) => ({ id: name, name })),
          ...(id === 'own' ? [{ id: 'own', name: t('Your own') }] : []),
          ...others
            .filter(
              ({ texture: other }) => id !== 'own' || printTexture(other) !== printTexture(own!),
            )
            .map(({ text, section }) => ({
              id: `like ${text}`,
              name: text,
              note: section,
            })),
        ]}
        onChange={(chosen) => {
          const other = others.find(({ text }) => `like ${text}` === chosen);
          const dynamic = texture?.dynamic ?? 'medium';
          if (chosen === 'song') onChange(null);
          else if (other) onChange(other.texture);
          else if (chosen !== 'own')
            onChange({ pattern: chosen as PatternName, step: null, dynamic, leading: false });
        }}
      />
      {own && step ? (
        <>
          <Choices>
            <Choice<StepLength>
              label={t('{{handName}}: length of a step', { handName })}
              value={step}
              options={stepLengths.map((one) => [one, stepNames[one]] as const)}
              onChange={(chosen) => onChange({ ...own, step: chosen })}
            />
            <Choice<Dynamic>
              label={t('{{handName}}: how loud', { handName })}
              value={own.dynamic}
              options={dynamics.map((one) => [one, dynamicNames[one]] as const)}
              onChange={(dynamic) => onChange({ ...own, dynamic })}
            />
          </Choices>
          {hand === 'left' ? (
            <Switch
              isSelected={leads}
              isDisabled={leadsByName}
              onChange={(leading) => onChange({ ...own, leading })}
            >
              {t('The last 8th is the fifth of the next chord')}
            </Switch>
          ) : null}
        </>
      ) : null}
    </Hand>
  );
}

/** The player's own patterns in other sections, each once. */
function ownPatterns(song: Song, hand: TexturedHand) {
  const found = song.sections.flatMap(({ name, textures }) => {
    const texture = textures[hand];
    return texture && typeof texture.pattern !== 'string'
      ? [{ section: name, texture, text: printTexture(texture) }]
      : [];
  });
  return found.filter(
    ({ text }, index) => found.findIndex((other) => other.text === text) === index,
  );
}
