import {
  dynamics,
  isForHand,
  longestPatternName,
  patternNames,
  patternOf,
  printTexture,
  stepLengths,
  withBars,
  type Dynamic,
  type Meter,
  type PatternName,
  type Song,
  type SongPattern,
  type StepLength,
  type Texture,
  type TexturedHand,
} from '@intervallum/core';
import { useState } from 'react';
import styled from 'styled-components';
import { dynamicNames } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { TextField } from '../../ui/fields.tsx';
import { Picker } from '../../ui/Picker.tsx';
import { Switch } from '../../ui/Switch.tsx';

const Hand = styled.div`
  display: grid;
  align-content: start;
  gap: 8px;
`;

const Choices = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  label {
    min-height: 32px;
    padding: 3px 11px;
    font-size: 13px;
  }
`;

const Naming = styled.form`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 6px;
`;

const stepNames: Readonly<Record<StepLength, string>> = {
  beats: t('Beats'),
  eighths: t('8ths'),
  sixteenths: t('16ths'),
  triplets: t('Triplets'),
};

/** The bars that a pattern may have, in the order they are offered. */
const counts = [1, 2, 4] as const;

interface HandToolsProps {
  hand: TexturedHand;
  song: Song;
  /** The song's patterns that have names. */
  patterns: readonly SongPattern[];
  /** It is about a single bar, and what the hand does in the others of its section. */
  isBar: boolean;
  inSection: Texture | null;
  /** What is said here itself; null where nothing is. */
  own: Texture | null;
  /** What the hand does here. */
  texture: Texture | null;
  meter: Meter;
  onChange: (texture: Texture | null) => void;
  onName: (texture: Texture, name: string) => void;
}

/** What one hand does: which pattern, how long it and its steps are, how loud, and what it is called. */
export function HandTools(props: HandToolsProps) {
  const { hand, song, patterns, own, texture, meter, onChange, onName } = props;
  const handName = hand === 'left' ? t('Left hand') : t('Right hand');
  const others = ownPatterns(song, hand);
  const said = props.isBar ? props.inSection : song.textures[hand];
  const usual = said
    ? props.isBar
      ? t('As in the section: {{pattern}}', { pattern: printTexture(said) })
      : t('As in the whole song: {{pattern}}', { pattern: printTexture(said) })
    : t('Struck and held');
  const pattern = texture && patternOf(texture, hand, meter);
  const leadsByName = (pattern?.leading ?? false) && !texture!.leading;
  const id = idOf(own);
  const isFree = id === 'own';
  return (
    <Hand role="group" aria-label={t('{{handName}}: how it plays', { handName })}>
      <Picker
        label={handName}
        value={id}
        options={[
          { id: 'usual', name: usual },
          ...(isFree ? [{ id, name: t('Your own') }] : []),
          ...patterns
            .filter(({ bars }) => isForHand(bars, hand))
            .map(({ name }) => ({
              id: `song ${name}`,
              name: `“${name}”`,
              note: t('of this song'),
            })),
          ...patternNames(hand).map((name) => ({ id: name, name })),
          ...others
            .filter(({ text }) => !isFree || text !== printTexture(own!))
            .map(({ text, section }) => ({ id: `like ${text}`, name: text, note: section })),
        ]}
        onChange={(chosen) => {
          const like = others.find(({ text }) => `like ${text}` === chosen);
          const ofSong = patterns.find(({ name }) => `song ${name}` === chosen);
          const dynamic = texture?.dynamic ?? 'medium';
          if (chosen === 'usual') onChange(null);
          else if (like) onChange(like.texture);
          else if (ofSong) {
            const { bars, name, step } = ofSong;
            const leading = ofSong.leading && hand === 'left';
            onChange({ pattern: bars, name, step, dynamic, leading });
          } else if (chosen !== 'own')
            onChange({
              pattern: chosen as PatternName,
              name: null,
              step: null,
              dynamic,
              leading: false,
            });
        }}
      />
      {own && pattern ? (
        <>
          <Choices>
            <Choice<StepLength>
              label={t('{{handName}}: length of a step', { handName })}
              value={pattern.step}
              options={stepLengths.map((one) => [one, stepNames[one]] as const)}
              onChange={(chosen) => onChange({ ...own, name: null, step: chosen })}
            />
            <Choice<Dynamic>
              label={t('{{handName}}: how loud', { handName })}
              value={own.dynamic}
              options={dynamics.map((one) => [one, dynamicNames[one]] as const)}
              onChange={(dynamic) => onChange({ ...own, dynamic })}
            />
            {props.isBar ? null : (
              <Choice
                label={t('{{handName}}: bars of the pattern', { handName })}
                value={String(pattern.bars.length)}
                options={counts.map(
                  (count) => [String(count), t('{{count}} bars', { count })] as const,
                )}
                onChange={(count) => onChange(withBars(own, hand, Number(count), meter))}
              />
            )}
          </Choices>
          {hand === 'left' ? (
            <Switch
              isSelected={pattern.leading}
              isDisabled={leadsByName}
              onChange={(leading) => onChange({ ...own, name: null, leading })}
            >
              {t('The last 8th is the fifth of the next chord')}
            </Switch>
          ) : null}
          {isFree ? (
            <NameForm
              patterns={patterns}
              handName={handName}
              onName={(name) => onName(own, name)}
            />
          ) : null}
        </>
      ) : null}
    </Hand>
  );
}

/** A pattern gets a name: by one that is there already that one becomes this, wherever it is used. */
function NameForm({
  patterns,
  handName,
  onName,
}: {
  patterns: readonly SongPattern[];
  handName: string;
  onName: (name: string) => void;
}) {
  const [typed, setTyped] = useState('');
  const name = cleanName(typed);
  const isThere = patterns.some((one) => one.name.toLowerCase() === name.toLowerCase());
  return (
    <Naming
      onSubmit={(event) => {
        event.preventDefault();
        if (name !== '') onName(name);
      }}
    >
      <TextField
        label={t('{{handName}}: name of this pattern', { handName })}
        value={typed}
        onChange={setTyped}
        maxLength={longestPatternName}
        placeholder={t('a name, to use it in other sections')}
        labelHidden
      />
      <Button type="submit" isDisabled={name === ''}>
        {isThere ? t('Change “{{name}}” everywhere', { name }) : t('Name it')}
      </Button>
    </Naming>
  );
}

/** Commas, colons and quotation marks stand around a name in a chart, not in it. */
function cleanName(typed: string): string {
  return typed
    .replace(/[:,"“”]/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();
}

function idOf(own: Texture | null): string {
  if (!own) return 'usual';
  if (own.name !== null) return `song ${own.name}`;
  return typeof own.pattern === 'string' ? own.pattern : 'own';
}

/** Patterns without a name that other sections have, each once. */
function ownPatterns(song: Song, hand: TexturedHand) {
  const found = song.sections.flatMap(({ name, textures }) => {
    const texture = textures[hand];
    return texture && typeof texture.pattern !== 'string' && texture.name === null
      ? [{ section: name, texture, text: printTexture(texture) }]
      : [];
  });
  return found.filter(
    ({ text }, index) => found.findIndex((other) => other.text === text) === index,
  );
}
