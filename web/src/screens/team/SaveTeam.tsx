import { Download } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { teamFileAddress } from '../../queries/teamFile.ts';
import { PrimaryLink } from '../../ui/Button.tsx';
import { Switch } from '../../ui/Switch.tsx';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';

const Choice = styled.div`
  margin-bottom: 14px;
`;

/** Saves the whole team as one file. */
export function SaveTeam({ onClose }: { onClose: () => void }) {
  const [withFiles, setWithFiles] = useState(true);
  return (
    <Window title={t('Save the whole team')} isOpen onClose={onClose}>
      <WindowWords>
        {t(
          'One file with every song, everybody’s hands, sets, moves and runs, versions, what was sent, names, and what was done. It can be brought into another team, here or elsewhere.',
        )}
      </WindowWords>
      <WindowWords>
        {t(
          'Not in it are accounts, addresses, passwords, invitations and links: they are of this place.',
        )}
      </WindowWords>
      <Choice>
        <Switch isSelected={withFiles} onChange={setWithFiles}>
          {t('With recordings, papers and pictures')}
        </Switch>
      </Choice>
      <PrimaryLink href={teamFileAddress(withFiles)} download onClick={onClose}>
        <Download size={18} strokeWidth={1.5} aria-hidden /> {t('Save the file')}
      </PrimaryLink>
    </Window>
  );
}
