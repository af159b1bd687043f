import { useState } from 'react';
import styled from 'styled-components';
import { GrammarCard } from '../../lenses/chart/GrammarCard.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { closeHelp, helpStore, type HelpLine } from '../../ui/help.ts';
import { phone } from '../../ui/theme.ts';
import { Window } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';
import { Legend } from './Legend.tsx';

const Body = styled.div`
  margin-top: 16px;
  h3 {
    margin: 20px 0 6px;
    font-size: 18px;
  }
`;

const Lines = styled.ul`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 2px 28px;
  font-size: 15px;
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
  }
  li {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    padding: 5px 0;
    border-bottom: 1px solid var(--hairline);
  }
  kbd {
    flex: none;
    font: inherit;
    font-weight: 700;
    white-space: nowrap;
  }
`;

const everywhere: readonly HelpLine[] = [
  { id: 'help', name: t('This help'), keyName: '?' },
  { id: 'back', name: t('Take back what was just done'), keyName: 'Ctrl Z' },
  { id: 'close', name: t('Close what is open'), keyName: 'Esc' },
  { id: 'through', name: t('Go through what can be pressed'), keyName: 'Tab' },
  { id: 'find', name: t('The browser’s own search'), keyName: 'Ctrl F' },
];

type About = 'screen' | 'marks' | 'typing';

/** What can be done on the screen under it, what the marks of a chart say, how a chart is typed. */
export function HelpWindow() {
  const { topic } = helpStore();
  const [about, setAbout] = useState<About>('screen');
  const options: (readonly [About, string])[] = [['screen', t('What can be done here')]];
  if (topic?.charts) options.push(['marks', t('What the marks say')]);
  if (topic?.charts === 'written') options.push(['typing', t('How a chart is typed')]);
  return (
    <Window
      title={topic ? t('Help: {{screen}}', { screen: topic.title }) : t('Help')}
      isOpen
      onClose={closeHelp}
      width={820}
    >
      {options.length > 1 ? (
        <Choice label={t('Help on')} value={about} options={options} onChange={setAbout} />
      ) : null}
      <Body>
        {about === 'marks' ? <Legend /> : null}
        {about === 'typing' ? <GrammarCard /> : null}
        {about === 'screen' ? (
          <>
            {topic ? <LineList lines={topic.lines} /> : null}
            <h3>{t('Everywhere')}</h3>
            <LineList lines={everywhere} />
          </>
        ) : null}
      </Body>
    </Window>
  );
}

function LineList({ lines }: { lines: readonly HelpLine[] }) {
  return (
    <Lines>
      {lines.map(({ id, name, keyName }) => (
        <li key={id}>
          <span>{name}</span>
          {keyName ? <kbd>{keyName}</kbd> : null}
        </li>
      ))}
    </Lines>
  );
}
