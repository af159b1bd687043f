import styled from 'styled-components';

/** What stands beside the chart under a lens: it scrolls by itself. */
export const PanelBody = styled.div`
  flex: 1;
  min-height: 0;
  overflow: auto;
  display: flex;
  flex-direction: column;
  gap: 12px;
  padding: 12px 14px 24px;
  background: var(--panel);
`;

/** What it is about, on one line, on a tablet too. */
export const PanelTabs = styled.div`
  label {
    padding: 5px 11px;
  }
`;
