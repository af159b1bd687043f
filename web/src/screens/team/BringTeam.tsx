import type { BroughtIn, Team } from '@intervallum/contract';
import { useQueryClient } from '@tanstack/react-query';
import { FileUp } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { bringTeam } from '../../queries/teamFile.ts';
import { announce } from '../../ui/announce.tsx';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';
import { whyNot } from '../parts/said.ts';
import { broughtInWords } from './broughtInWords.ts';

const Way = styled.div`
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: center;
  gap: 8px 14px;
  progress {
    width: 100%;
    height: 10px;
    accent-color: var(--accent);
  }
`;

const Trouble = styled.p`
  margin-bottom: 14px;
  color: var(--right);
  font-size: 15px;
  overflow-wrap: anywhere;
`;

const Outcome = styled.ul`
  margin-bottom: 14px;
  display: grid;
  gap: 4px;
  padding-left: 20px;
  font-size: 16px;
  list-style: disc;
`;

interface BringTeamProps {
  team: Team;
  onChanged: () => void;
  onClose: () => void;
}

/** How far it is: nothing chosen yet, so much of the file has gone, what came of it, or why it was not taken. */
type State =
  | { readonly kind: 'choosing'; readonly trouble: string | null }
  | { readonly kind: 'sending'; readonly name: string; readonly share: number }
  | { readonly kind: 'done'; readonly outcome: BroughtIn };

/** Brings the file of a whole team into this one: all of it or, where it is stopped or wrong, nothing. */
export function BringTeam({ team, onChanged, onClose }: BringTeamProps) {
  const [state, setState] = useState<State>({ kind: 'choosing', trouble: null });
  const client = useQueryClient();
  const ending = useRef<AbortController | null>(null);
  // Who closes the window waits for nothing any more.
  useEffect(() => () => ending.current?.abort(), []);

  async function bring(file: File | undefined) {
    if (!file) return;
    const controller = new AbortController();
    ending.current = controller;
    setState({ kind: 'sending', name: file.name, share: 0 });
    const onSent = (share: number) => setState({ kind: 'sending', name: file.name, share });
    const answer = await bringTeam(file, { onSent, signal: controller.signal });
    if (answer?.kind === 'ok') {
      setState({ kind: 'done', outcome: answer.value });
      announce(t('The team is brought in'));
      await client.invalidateQueries();
      onChanged();
      return;
    }
    const trouble = answer ? whyNot(answer) : t('It was stopped; nothing was brought in.');
    setState({ kind: 'choosing', trouble });
  }

  return (
    <Window title={t('Bring a team in')} isOpen onClose={onClose}>
      {state.kind === 'choosing' ? (
        <>
          <WindowWords>
            {t(
              'All of a team that was saved as a file comes into “{{name}}”. What is here already stays as it stands. People of the same name are taken to be the same; others are named, and can be invited.',
              { name: team.name },
            )}
          </WindowWords>
          {state.trouble === null ? null : <Trouble role="alert">{state.trouble}</Trouble>}
          <FileTrigger acceptedFileTypes={['.json']} onSelect={(files) => void bring(files?.[0])}>
            <PrimaryButton autoFocus={state.trouble !== null}>
              <FileUp size={18} strokeWidth={1.5} aria-hidden /> {t('Choose the file')}
            </PrimaryButton>
          </FileTrigger>
        </>
      ) : state.kind === 'sending' ? (
        <>
          <WindowWords>
            {state.share < 1 ? t('It is read and looked through.') : t('It is written down.')}
          </WindowWords>
          <Way>
            <progress
              // How long the writing takes nobody knows beforehand.
              {...(state.share < 1 ? { value: state.share } : {})}
              aria-label={t('{{name}} on its way', { name: state.name })}
            />
            <Button onPress={() => ending.current?.abort()}>{t('Stop')}</Button>
          </Way>
        </>
      ) : (
        <>
          <Outcome aria-label={t('What came of it')}>
            {broughtInWords(state.outcome).map((line) => (
              <li key={line}>{line}</li>
            ))}
          </Outcome>
          <PrimaryButton autoFocus onPress={onClose}>
            {t('Done')}
          </PrimaryButton>
        </>
      )}
    </Window>
  );
}
