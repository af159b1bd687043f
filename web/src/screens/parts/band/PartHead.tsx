import styled from 'styled-components';
import { liftInWords } from '../../../music/rails/Road.tsx';
import { display } from '../../../ui/theme.ts';
import { ordinal, t } from '../../../words/words.ts';

const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 12px;
  h3 {
    font: 600 21px/1.3 ${display};
    overflow-wrap: anywhere;
  }
  span {
    font-size: 15px;
    color: var(--soft);
    overflow-wrap: anywhere;
  }
  strong {
    font-size: 15px;
    color: var(--accent);
  }
`;

interface PartHeadProps {
  section: string;
  /** Which time through the section, of how many in the song. */
  pass: number;
  passes: number;
  /** How often in a row. */
  times?: number;
  bars: number;
  open: boolean;
  directions: readonly string[];
  /** Half steps that the key goes up or down before it. */
  lifted: number;
}

/** What stands over one time through a section on a player's page. */
export function PartHead(props: PartHeadProps) {
  const { section, pass, passes, times = 1, bars, open, directions, lifted } = props;
  const facts = [
    passes > times && t('{{pass}} time', { pass: ordinal(pass) }),
    t('{{count}} bars', { count: bars }),
    open && t('until the signal'),
    ...directions,
  ].filter(Boolean);
  return (
    <Head>
      {lifted === 0 ? null : <strong>{liftInWords({ semitones: lifted })}</strong>}
      <h3>
        {section}
        {times > 1 ? ` ×${times}` : ''}
      </h3>
      <span>{facts.join(' · ')}</span>
    </Head>
  );
}
