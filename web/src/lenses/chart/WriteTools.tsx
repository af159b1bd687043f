import {
  Combine,
  CornerDownLeft,
  Keyboard,
  Play,
  Plus,
  Redo2,
  SkipForward,
  SplitSquareHorizontal,
  Square,
  Trash2,
  Type,
  Undo2,
} from 'lucide-react';
import { memo, type ReactNode } from 'react';
import {
  Menu,
  MenuItem,
  MenuTrigger,
  Separator,
  Toolbar,
  Tooltip,
  TooltipTrigger,
} from 'react-aria-components';
import styled from 'styled-components';
import { SoundSettings } from '../parts/SoundTools.tsx';
import { IconButton, QuietButton } from '../../ui/Button.tsx';
import { Sheet } from '../../ui/Picker.tsx';
import { display, phone } from '../../ui/theme.ts';
import { chartCommand, type ChartHands } from './commands.ts';
import type { ChartSound } from './useChartSound.ts';

const Row = styled(Toolbar)`
  position: sticky;
  top: -14px;
  z-index: 5;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 1px;
  margin: -14px -24px 10px;
  padding: 4px 20px;
  border-bottom: 1px solid var(--hairline);
  background: var(--paper);
  ${phone} {
    display: none;
  }
  @media print {
    display: none;
  }
`;

const Tool = styled(IconButton)`
  min-width: 32px;
  min-height: 34px;
  padding: 4px;
  font: 600 19px/1 ${display};
`;

/** A sign as it is typed; the button's name says it in words. */
const Sign = styled.i`
  font-style: normal;
  &::before {
    content: attr(data-sign);
  }
  &[data-sign='\u{1D110}'] {
    position: relative;
    top: 6px;
  }
`;

const Gap = styled(Separator)`
  width: 1px;
  height: 22px;
  margin: 0 4px;
  border: 0;
  background: var(--hairline);
`;

const Hint = styled(Tooltip)`
  padding: 5px 11px;
  border-radius: 8px;
  background: var(--ink);
  color: var(--paper);
  font-size: 14px;
  kbd {
    margin-left: 8px;
    font: inherit;
    font-weight: 700;
    opacity: 0.8;
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

const icon = { size: 18, strokeWidth: 1.6, 'aria-hidden': true } as const;

/** The signs of the chart, as they are typed, or a small picture. */
const signs: Readonly<Record<string, ReactNode>> = {
  push: '‹',
  right: 'R‹',
  ring: '~',
  stop: '!',
  accent: '>',
  fermata: '\u{1D110}',
  silence: '_',
  tie: '·',
  same: '%',
  split: <SplitSquareHorizontal {...icon} />,
  join: <Combine {...icon} />,
  barAfter: <Plus {...icon} />,
  line: <CornerDownLeft {...icon} />,
  remove: <Trash2 {...icon} />,
  type: <Type {...icon} />,
  undo: <Undo2 {...icon} />,
  redo: <Redo2 {...icon} />,
  keys: <Keyboard {...icon} />,
};

/** The commands with a tool of their own, in the groups they stand in, and those in the menu. */
const groups: readonly (readonly string[])[] = [
  ['push', 'right', 'ring', 'stop', 'accent', 'fermata'],
  ['silence', 'tie', 'same'],
  ['split', 'join', 'barAfter', 'line', 'remove'],
];
const inMenu: readonly string[] = [
  'section',
  'words',
  'lyric',
  'tune',
  'texture',
  'barBefore',
  'up',
  'down',
  'copy',
  'more',
  'less',
  'removeSection',
];

interface WriteToolsProps {
  hands: ChartHands;
  sound: ChartSound;
}

/** What can be done on the chart, each with its key: for a pointer, and to learn the keys by. */
export const WriteTools = memo(function WriteTools({ hands, sound }: WriteToolsProps) {
  const isSilent = sound.state === 'silent';
  const tool = (id: string) => {
    const { name, keyName, does } = chartCommand(id);
    return (
      <Named key={id} name={name} keyName={keyName} sign={signs[id]} onPress={() => does(hands)} />
    );
  };
  return (
    <Row aria-label="Write on the chart">
      <Named
        name={isSilent ? 'Play from here' : 'Stop playing'}
        keyName={chartCommand('play').keyName}
        sign={isSilent ? <Play {...icon} /> : <Square {...icon} />}
        onPress={sound.toggle}
      />
      {sound.isOpen ? (
        <Named
          name="Go on"
          keyName={chartCommand('goOn').keyName}
          sign={<SkipForward {...icon} />}
          onPress={sound.goOn}
        />
      ) : null}
      <SoundSettings
        percent={sound.percent}
        loop={sound.loop}
        onSpeed={sound.setPercent}
        onLoop={sound.setLoop}
      />
      <Gap orientation="vertical" />
      <Named
        name="Type a chord"
        keyName="1 to 7, A to G, Enter"
        sign={signs['type']}
        onPress={hands.type}
      />
      {groups.map((ids, index) => (
        <Group key={index}>{ids.map(tool)}</Group>
      ))}
      <Gap orientation="vertical" />
      <MenuTrigger>
        <QuietButton>More</QuietButton>
        <Sheet placement="bottom start">
          <List aria-label="More" onAction={(id) => chartCommand(String(id)).does(hands)}>
            {inMenu.map(chartCommand).map(({ id, name, keyName }) => (
              <Item key={id} id={id} textValue={name}>
                {name} <kbd>{keyName}</kbd>
              </Item>
            ))}
          </List>
        </Sheet>
      </MenuTrigger>
      {['undo', 'redo', 'keys'].map(tool)}
    </Row>
  );
});

function Group({ children }: { children: ReactNode }) {
  return (
    <>
      <Gap orientation="vertical" />
      {children}
    </>
  );
}

interface NamedProps {
  name: string;
  keyName: string;
  sign: ReactNode;
  onPress: () => void;
}

function Named({ name, keyName, sign, onPress }: NamedProps) {
  return (
    <TooltipTrigger delay={500}>
      <Tool aria-label={name} onPress={onPress}>
        {typeof sign === 'string' ? <Sign data-sign={sign} /> : sign}
      </Tool>
      <Hint offset={6}>
        {name} <kbd>{keyName}</kbd>
      </Hint>
    </TooltipTrigger>
  );
}
