import styled from 'styled-components';

/* What is offered beside the chart, under whichever lens: cards in a list, what is wished of them, what is done with them. */

export const List = styled.ol`
  display: grid;
  gap: 10px;
`;

export const Card = styled.li<{ $open?: boolean }>`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding: 12px 14px;
  border: 1px solid ${({ $open }) => ($open ? 'var(--accent)' : 'var(--hairline)')};
  border-radius: 12px;
  background: var(--card);
  h3 {
    font:
      600 16px/1.3 'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
  }
  p {
    font-size: 14px;
    line-height: 1.4;
    color: var(--soft);
  }
`;

/** The head of a card that opens: a number for its key, its name, and of which kind it is. */
export const CardHead = styled.button`
  display: flex;
  align-items: baseline;
  gap: 8px;
  width: 100%;
  min-height: 32px;
  padding: 0;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
  kbd {
    min-width: 18px;
    font: inherit;
    font-size: 13px;
    color: var(--soft);
  }
  small {
    margin-left: auto;
    text-align: right;
    font-size: 13px;
    color: var(--soft);
  }
`;

/** What is wished, above a list. */
export const Wishes = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  > span {
    flex: 1 1 130px;
  }
`;

/** The same where a switch is among them: it stands on the line of the fields beside it. */
export const Fields = styled(Wishes)`
  align-items: end;
  > label {
    min-height: 40px;
  }
`;

/** What is out of the way until somebody asks for it. */
export const Details = styled.details`
  font-size: 14px;
  summary {
    padding: 6px 0;
    cursor: pointer;
    color: var(--soft);
  }
  b {
    color: var(--ink);
  }
  > div {
    padding-top: 4px;
  }
  li {
    margin-top: 6px;
    color: var(--soft);
  }
`;

export const Steps = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
`;

/** What something is about, or why there is none of it. */
export const About = styled.p`
  font-size: 14px;
  line-height: 1.4;
  color: var(--soft);
`;

/** Which chords it is about, between the ways to those before and behind. */
export const WhichChord = styled.div`
  --numeral: 28px;
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  h2 {
    display: flex;
    align-items: baseline;
    gap: 10px;
  }
`;

export const Arrow = styled.span`
  color: var(--soft);
  font-size: 20px;
`;
