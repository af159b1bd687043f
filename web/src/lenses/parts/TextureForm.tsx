import {
  gridOf,
  textureInBar,
  texturesOf,
  withBarTexture,
  withColumn,
  type Meter,
  type Song,
  type SongPattern,
  type Texture,
  type TexturedHand,
  type Textures,
} from '@intervallum/core';
import { Play, Square } from 'lucide-react';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { phone, short } from '../../ui/theme.ts';
import { HandTools } from './TextureHand.tsx';
import { TextureGrid } from './TextureGrid.tsx';
import { useHear } from './useHear.ts';
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

const About = styled.div`
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 8px 24px;
  margin-bottom: 10px;
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
  /** The chosen bar, counted from 1 as the section is played, and its metre. */
  bar: number;
  meter: Meter;
  onKeep: (textures: Textures, patterns: readonly SongPattern[], of: 'section' | 'song') => void;
}

/** What each hand of a section does with what it holds: a known pattern, or one's own on a grid; heard before it is kept. */
export function TextureForm({ song, section, bar, meter, onKeep }: TextureFormProps) {
  const [textures, setTextures] = useState<Textures>(song.sections[section]!.textures);
  const [patterns, setPatterns] = useState(song.patterns);
  const [about, setAbout] = useState<'section' | 'bar'>('section');
  /** Which bar of the patterns is on the grid. */
  const [turn, setTurn] = useState(0);
  const { state, hear, stop } = useHear();
  const inSection = texturesOf(song.textures, textures);
  const isBar = about === 'bar';
  const now = {
    left: isBar ? textureInBar(inSection, 'left', bar) : inSection.left,
    right: isBar ? textureInBar(inSection, 'right', bar) : inSection.right,
  };
  const ofBar = (hand: TexturedHand) =>
    textures.bars.find((one) => one.hand === hand && one.bar === bar)?.texture ?? null;
  // A single bar has a pattern of its own, or the bar of the section’s that has its turn there.
  const turnOf = (hand: TexturedHand) => (!isBar ? turn : ofBar(hand) ? 0 : bar - 1);
  const [turnOfLeft, turnOfRight] = [turnOf('left'), turnOf('right')];
  const left = useMemo(
    () => gridOf(now.left, 'left', meter, turnOfLeft),
    [now.left, meter, turnOfLeft],
  );
  const right = useMemo(
    () => gridOf(now.right, 'right', meter, turnOfRight),
    [now.right, meter, turnOfRight],
  );
  const bars = isBar ? 1 : Math.max(left.of, right.of);
  const hearWith = (next: Textures) => {
    setTextures(next);
    // What is heard follows what is seen.
    if (state === 'playing') void hear(section, next);
  };
  const change = (hand: TexturedHand, texture: Texture | null) => {
    hearWith(
      isBar ? withBarTexture(textures, hand, bar, texture) : { ...textures, [hand]: texture },
    );
  };
  const name = (hand: TexturedHand, texture: Texture, called: string) => {
    const { pattern, step, leading } = texture;
    if (typeof pattern === 'string') return;
    const said = { name: called, bars: pattern, step, leading };
    setPatterns([...patterns.filter((one) => !isCalled(one, called)), said]);
    const other = hand === 'left' ? 'right' : 'left';
    const same = textures[other];
    // Whoever has the pattern of that name has it as it is now.
    const known =
      same && isCalled(same, called) ? { ...same, pattern, step, leading, name: called } : same;
    const told = { ...texture, name: called };
    hearWith({
      ...(isBar ? withBarTexture(textures, hand, bar, told) : { ...textures, [hand]: told }),
      [other]: known,
    });
  };
  return (
    <>
      <About>
        <Choice<'section' | 'bar'>
          label={t('What it is for')}
          value={about}
          options={[
            ['section', t('The section')],
            ['bar', t('Bar {{bar}} only', { bar })],
          ]}
          onChange={(chosen) => {
            setAbout(chosen);
            setTurn(0);
          }}
        />
        {bars > 1 ? (
          <Choice
            label={t('Which bar of the pattern is shown')}
            value={String(turn)}
            options={Array.from(
              { length: bars },
              (_, one) =>
                [String(one), t('Bar {{bar}} of {{bars}}', { bar: one + 1, bars })] as const,
            )}
            onChange={(chosen) => setTurn(Number(chosen))}
          />
        ) : null}
      </About>
      <Hands>
        {(['right', 'left'] as const).map((hand) => (
          <HandTools
            key={hand}
            hand={hand}
            song={song}
            patterns={patterns}
            inSection={isBar ? inSection[hand] : null}
            isBar={isBar}
            own={isBar ? ofBar(hand) : textures[hand]}
            texture={now[hand]}
            meter={meter}
            onChange={(texture) => {
              setTurn(0);
              change(hand, texture);
            }}
            onName={(texture, called) => name(hand, texture, called)}
          />
        ))}
      </Hands>
      <Scroll>
        <TextureGrid
          left={left}
          right={right}
          meter={meter}
          onColumn={(hand, column, step) => {
            const grid = hand === 'left' ? left : right;
            const changed = withColumn(now[hand], grid, column, step, meter);
            const { pattern } = changed;
            const own = isBar && typeof pattern !== 'string' ? [pattern[grid.bar]!] : pattern;
            change(hand, { ...changed, pattern: own });
          }}
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
          {isBar ? null : (
            <Button onPress={() => onKeep(inSection, patterns, 'song')}>
              {t('For the whole song')}
            </Button>
          )}
          <PrimaryButton onPress={() => onKeep(textures, patterns, 'section')}>
            {t('Keep it')}
          </PrimaryButton>
        </Keep>
      </Foot>
    </>
  );
}

const isCalled = ({ name }: { readonly name: string | null }, called: string) =>
  name?.toLowerCase() === called.toLowerCase();
