import type { SetDraft } from '@intervallum/contract';
import styled from 'styled-components';
import type { SaveStatus } from '../../document/saver.ts';
import { ChooseVersion } from '../../ui/ChooseVersion.tsx';
import { phone } from '../../ui/theme.ts';
import type { KnownSongs } from '../parts/service/knownSongs.ts';
import { SetAsText } from './SetAsText.tsx';
import { t } from '../../words/words.ts';

const Both = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
  ${phone} {
    grid-template-columns: 1fr;
  }
  section {
    padding: 12px 16px;
    border: 1px solid var(--hairline);
    border-radius: 12px;
    background: var(--card);
  }
  h3 {
    font-size: 17px;
    margin-bottom: 6px;
  }
`;

interface SetConflictProps {
  status: SaveStatus<SetDraft>;
  mine: SetDraft;
  songs: KnownSongs;
  onKeepMine: () => void;
  onTakeTheirs: () => void;
}

/** Two versions of one set side by side; nothing is saved until one of them is chosen. */
export function SetConflict({ status, mine, songs, onKeepMine, onTakeTheirs }: SetConflictProps) {
  if (status.kind !== 'conflict') return null;
  return (
    <ChooseVersion what="set" width={720} onKeepMine={onKeepMine} onTakeTheirs={onTakeTheirs}>
      <Both>
        <Version heading={t('Yours')} draft={mine} songs={songs} />
        <Version heading={t('The other')} draft={status.theirs} songs={songs} />
      </Both>
    </ChooseVersion>
  );
}

function Version({
  heading,
  draft,
  songs,
}: {
  heading: string;
  draft: SetDraft;
  songs: KnownSongs;
}) {
  return (
    <section>
      <h3>{heading}</h3>
      <SetAsText draft={draft} songs={songs} />
    </section>
  );
}
