import { useEffect } from 'react';
import styled from 'styled-components';
import { useStore } from 'zustand';
import { canKeepFiles } from '../../device/offline/keptFiles.ts';
import {
  soundsOfLinks,
  soundsOfPlayers,
  type SoundsKept,
} from '../../device/offline/keptSounds.ts';
import { offline } from '../../settings/offline.ts';
import { QuietButton } from '../../ui/Button.tsx';
import { sizeInWords } from '../../ui/sizes.ts';
import { Switch } from '../../ui/Switch.tsx';
import { t } from '../../words/words.ts';

const Line = styled.div`
  p {
    min-height: 24px;
    font-size: 14px;
    color: var(--soft);
  }
`;

/** Whether sounds are kept on this device too, how large they are, and how far that is. Nothing where a browser cannot. */
export function KeepSounds({ who }: { who: 'reader' | 'player' }) {
  const kept = who === 'reader' ? soundsOfLinks : soundsOfPlayers;
  const { sounds } = offline.use('sounds');
  const { state, bytes } = useStore(kept.store);
  useEffect(() => void kept.look(), [kept]);
  if (!canKeepFiles()) return null;
  const what =
    who === 'reader' ? t('The click and single notes') : t('The piano, the click and single notes');
  return (
    <Line>
      <Switch isSelected={sounds} onChange={(wanted) => void kept.want(wanted)}>
        {t('Keep sounds for when there is no network')}
      </Switch>
      <p>
        {bytes === null ? what : `${what}, ${sizeInWords(bytes)}`}.{' '}
        <span role="status">{said(state)}</span>{' '}
        {state.kind === 'failed' ? (
          <QuietButton onPress={() => void kept.look()}>{t('Try again')}</QuietButton>
        ) : null}
      </p>
    </Line>
  );
}

function said(state: SoundsKept): string {
  switch (state.kind) {
    case 'keeping':
      return t('{{done}} of {{of}} files are here.', { done: state.done, of: state.of });
    case 'kept':
      return t('They are here.');
    case 'away':
      return t('Not all of them are here; they come when there is a network.');
    case 'failed':
      return t('They could not all be fetched.');
    default:
      return '';
  }
}
