import {
  ArrowRight,
  Combine,
  CornerDownLeft,
  Delete,
  Ellipsis,
  Keyboard,
  Plus,
  Redo2,
  SplitSquareHorizontal,
  Trash2,
  Undo2,
} from 'lucide-react';
import { memo, useState, type ReactNode } from 'react';
import { Menu, MenuItem, MenuTrigger, Toolbar } from 'react-aria-components';
import styled from 'styled-components';
import { useLook } from '../../document/look.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Sheet } from '../../ui/Picker.tsx';
import { useMedia } from '../../ui/useMedia.ts';
import { chartCommand, sectionTools, type ChartHands } from './commands.ts';
import { bassKey, degreeKeys, qualityKeys } from './padKeys.ts';
import { PadKey, PadButton } from './PadKey.tsx';
import { t } from '../../words/words.ts';

const Place = styled.div`
  grid-column: 1 / -1;
  max-height: 52vh;
  overflow: auto;
  padding: 5px 10px 7px;
  border-top: 1px solid var(--hairline);
  background: var(--panel);
  @media print {
    display: none;
  }
`;

const Tabs = styled.div`
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 5px;
  padding-bottom: 5px;
  [role='radiogroup'] {
    flex-wrap: nowrap;
    gap: 4px;
    min-width: 0;
    margin: -4px;
    padding: 4px;
    overflow-x: auto;
    scrollbar-width: none;
  }
  label {
    flex: none;
    padding: 5px 9px;
  }
  /* On the narrowest screens the words give way, not the two keys beside them. */
  @media (max-width: 420px) {
    label {
      padding: 5px 6px;
      font-size: 13px;
    }
  }
  > button {
    flex: none;
    width: 44px;
    min-height: 40px;
  }
`;

const Keys = styled(Toolbar)`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(58px, 1fr));
  gap: 5px;
`;

const NarrowKeys = styled(Keys)`
  grid-template-columns: repeat(auto-fill, minmax(40px, 1fr));
  button {
    font-size: 17px;
  }
`;

const List = styled(Menu)`
  min-width: 250px;
  outline: none;
`;

const Item = styled(MenuItem)`
  display: flex;
  justify-content: space-between;
  gap: 18px;
  min-height: 38px;
  padding: 8px 12px;
  border-radius: 8px;
  cursor: pointer;
  kbd {
    font: inherit;
    font-size: 13px;
    color: var(--soft);
  }
  &[data-focused] {
    background: var(--panel);
  }
`;

const icon = { size: 19, strokeWidth: 1.6, 'aria-hidden': true } as const;

/** How a command looks on the pad: its sign as it is typed, or a small picture, and a word beneath. */
const faces: Readonly<Record<string, readonly [ReactNode, string]>> = {
  push: ['‹', t('early')],
  right: ['R‹', t('right only')],
  ring: ['~', t('ring')],
  stop: ['!', t('stop')],
  accent: ['>', t('accent')],
  fermata: ['\u{1D110}', t('hold')],
  silence: ['_', t('silence')],
  tie: ['·', t('tie')],
  same: ['%', t('as before')],
  split: [<SplitSquareHorizontal key="" {...icon} />, t('split')],
  join: [<Combine key="" {...icon} />, t('join')],
  barBefore: ['+|', t('bar before')],
  barAfter: [<Plus key="" {...icon} />, t('bar')],
  line: [<CornerDownLeft key="" {...icon} />, t('new line')],
  remove: [<Trash2 key="" {...icon} />, t('take away')],
  up: ['↑', t('degree up')],
  down: ['↓', t('degree down')],
  section: ['§', t('section')],
  words: ['“ ”', t('words')],
  lyric: ['“…”', t('lyric')],
  tune: ['♪', t('tune')],
  texture: ['⋮', t('hands play')],
  rename: ['§…', t('its name')],
  sectionUp: ['§↑', t('move up')],
  sectionDown: ['§↓', t('move down')],
  copy: ['§§', t('copy it')],
  more: ['×+', t('once more')],
  less: ['×−', t('once less')],
  ending: ['§|', t('ending')],
  otherBar: ['|…', t('another bar')],
  removeSection: ['§−', t('section off')],
  undo: [<Undo2 key="" {...icon} />, t('undo')],
  redo: [<Redo2 key="" {...icon} />, t('redo')],
  keys: [<Keyboard key="" {...icon} />, t('help')],
};

const marks = ['push', 'right', 'ring', 'stop', 'accent', 'fermata', 'silence', 'tie', 'same'];
const bars = ['split', 'join', 'barAfter', 'line', 'remove'];
const history = ['undo', 'redo', 'keys'];
const sections = ['section', 'words', 'lyric', 'tune', 'texture', ...sectionTools, 'removeSection'];
/** What has no key of its own where all stand together. */
const inMenu = [
  'lyric',
  'tune',
  'texture',
  'barBefore',
  'up',
  'down',
  'otherBar',
  ...sectionTools,
  'removeSection',
];

/** Little room: a phone, or a page that is zoomed; its keys take turns. */
const isSmall = '(max-width: 700px), (max-height: 500px)';
/** Fingers, which have no keys to type degrees with. */
const hasFingers = '(pointer: coarse), (max-width: 700px), (max-height: 500px)';

type Group = 'chords' | 'marks' | 'bars' | 'sections';

interface PadProps {
  hands: ChartHands;
}

/** All that is written on a chart, to be tapped or clicked: each with its word, and its key in a tip. */
export const Pad = memo(function Pad({ hands }: PadProps) {
  const small = useMedia(isSmall);
  const fingers = useMedia(hasFingers);
  const [group, setGroup] = useState<Group>('chords');
  const command = (id: string) => <CommandKey key={id} id={id} hands={hands} />;
  if (small)
    return (
      <Place data-pad="">
        <Tabs>
          <Choice
            label={t('Keys of the pad')}
            value={group}
            options={[
              ['chords', t('Chords')],
              ['marks', t('Marks')],
              ['bars', t('Bars')],
              ['sections', t('Sections')],
            ]}
            onChange={setGroup}
          />
          <TypedKeys hands={hands} />
        </Tabs>
        <NarrowKeys aria-label={t('Write on the chart')}>
          {group === 'chords' ? <ChordKeys hands={hands} /> : null}
          {group === 'marks' ? [...marks, 'undo', 'redo'].map(command) : null}
          {group === 'bars'
            ? ['split', 'join', 'barBefore', 'barAfter', 'line', 'remove', 'up', 'down', 'otherBar']
                .concat(['undo', 'redo'])
                .map(command)
            : null}
          {group === 'sections' ? [...sections, 'undo', 'redo', 'keys'].map(command) : null}
        </NarrowKeys>
      </Place>
    );
  return (
    <Place data-pad="">
      <Keys aria-label={t('Write on the chart')}>
        {fingers ? <ChordKeys hands={hands} /> : null}
        {fingers ? <TypedKeys hands={hands} /> : null}
        {[...marks, ...bars, 'section', 'words'].map(command)}
        <MenuTrigger>
          <PadButton aria-label={t('More')}>
            <Ellipsis {...icon} />
            <small>{t('more')}</small>
          </PadButton>
          <Sheet placement="top end">
            <List aria-label={t('More')} onAction={(id) => chartCommand(String(id)).does(hands)}>
              {inMenu.map(chartCommand).map(({ id, name, keyName }) => (
                <Item key={id} id={id} textValue={name}>
                  {name} <kbd>{keyName}</kbd>
                </Item>
              ))}
            </List>
          </Sheet>
        </MenuTrigger>
        {history.map(command)}
      </Keys>
    </Place>
  );
});

function CommandKey({ id, hands }: { id: string; hands: ChartHands }) {
  const { name, keyName, does } = chartCommand(id);
  const [sign, word] = faces[id] ?? ['', id];
  return (
    <PadKey name={name} keyName={keyName} sign={sign} word={word} onPress={() => does(hands)} />
  );
}

/** The degrees of the key, qualities and the bass. */
function ChordKeys({ hands }: PadProps) {
  const { view } = useLook();
  return (
    <>
      {[...degreeKeys(view.style), ...qualityKeys, bassKey].map((key) => (
        <PadKey
          key={key.types}
          name={key.name}
          sign={key.shown}
          onPress={() => hands.typePart(key)}
        />
      ))}
    </>
  );
}

/** Back from what was typed, and on to the next slot. */
function TypedKeys({ hands }: PadProps) {
  return (
    <>
      <PadKey
        name={t('Take back what was typed')}
        sign={<Delete {...icon} />}
        onPress={hands.takeBack}
      />
      <PadKey
        name={t('On to the next slot')}
        sign={<ArrowRight {...icon} />}
        onPress={hands.goOnTyping}
      />
    </>
  );
}
