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
import { SoundSettings } from '../hands/SoundTools.tsx';
import type { ChartSound } from '../song/useChartSound.ts';
import { IconButton, QuietButton } from '../ui/Button.tsx';
import { Sheet } from '../ui/Picker.tsx';
import { display, phone } from '../ui/theme.ts';
import { commands, openers, type CommandName, type OpenerName } from './commands.ts';
import type { WritingTools } from './useWriting.ts';

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
const signs: Partial<Record<CommandName, ReactNode>> = {
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
};

const groups: readonly (readonly CommandName[])[] = [
  ['push', 'right', 'ring', 'stop', 'accent', 'fermata'],
  ['silence', 'tie', 'same'],
  ['split', 'join', 'barAfter', 'line', 'remove'],
];

const inMenu: readonly CommandName[] = [
  'barBefore',
  'up',
  'down',
  'copy',
  'more',
  'less',
  'removeSection',
];

interface WriteToolsProps {
  writing: WritingTools;
  sound: ChartSound;
}

/** What can be done on the chart, each with its key: for a pointer, and to learn the keys by. */
export const WriteTools = memo(function WriteTools({ writing, sound }: WriteToolsProps) {
  const isSilent = sound.state === 'silent';
  return (
    <Row aria-label="Write on the chart">
      <Named name={isSilent ? 'Play from here' : 'Stop playing'} keyName="P" onPress={sound.toggle}>
        {isSilent ? <Play {...icon} /> : <Square {...icon} />}
      </Named>
      {sound.isOpen ? (
        <Named name="Go on" keyName="G" onPress={sound.goOn}>
          <SkipForward {...icon} />
        </Named>
      ) : null}
      <SoundSettings
        percent={sound.percent}
        loop={sound.loop}
        onSpeed={sound.setPercent}
        onLoop={sound.setLoop}
      />
      <Gap orientation="vertical" />
      <Named name="Type a chord" keyName="1 to 7, A to G, Enter" onPress={writing.type}>
        <Type {...icon} />
      </Named>
      {groups.map((names, index) => (
        <Group key={index}>
          {names.map((name) => (
            <Named
              key={name}
              name={commands[name].name}
              keyName={commands[name].keyName}
              onPress={() => writing.run(name)}
            >
              {typeof signs[name] === 'string' ? <Sign data-sign={signs[name]} /> : signs[name]}
            </Named>
          ))}
        </Group>
      ))}
      <Gap orientation="vertical" />
      <MenuTrigger>
        <QuietButton>More</QuietButton>
        <Sheet placement="bottom start">
          <List
            aria-label="More"
            onAction={(id) =>
              id in openers ? writing.open(id as OpenerName) : writing.run(id as CommandName)
            }
          >
            {(['section', 'words', 'lyric', 'tune', 'texture'] as const).map((name) => (
              <Item key={name} id={name} textValue={openers[name].name}>
                {openers[name].name} <kbd>{openers[name].keyName}</kbd>
              </Item>
            ))}
            {inMenu.map((name) => (
              <Item key={name} id={name} textValue={commands[name].name}>
                {commands[name].name} <kbd>{commands[name].keyName}</kbd>
              </Item>
            ))}
          </List>
        </Sheet>
      </MenuTrigger>
      <Named name="Undo" keyName="Ctrl Z" onPress={writing.undo}>
        <Undo2 {...icon} />
      </Named>
      <Named name="Redo" keyName="Ctrl Y" onPress={writing.redo}>
        <Redo2 {...icon} />
      </Named>
      <Named name={openers.keys.name} keyName="?" onPress={() => writing.open('keys')}>
        <Keyboard {...icon} />
      </Named>
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
  onPress: () => void;
  children: ReactNode;
}

function Named({ name, keyName, onPress, children }: NamedProps) {
  return (
    <TooltipTrigger delay={500}>
      <Tool aria-label={name} onPress={onPress}>
        {children}
      </Tool>
      <Hint offset={6}>
        {name} <kbd>{keyName}</kbd>
      </Hint>
    </TooltipTrigger>
  );
}
