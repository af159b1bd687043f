import { bandRoles, type BandRole } from '@intervallum/core';
import { Copy, Link2Off, NotebookText, QrCode } from 'lucide-react';
import { useState } from 'react';
import type { LearnerPreset, Share, ShareTarget } from '@intervallum/contract';
import styled from 'styled-components';
import { useQuery } from '@tanstack/react-query';
import { api } from '../../queries/resources.ts';
import { Fetched } from '../../queries/Fetched.tsx';
import { sharesQuery } from '../../queries/queries.ts';
import { readersLanguage } from '../../ui/dates.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { copyText } from '../../ui/copyText.ts';
import { TextField } from '../../ui/fields.tsx';
import { notify } from '../../ui/notices.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';
import { roleNames, roleWords } from './band/roleNames.ts';
import { Learned } from './learner/Learned.tsx';
import { LearnerFields, usualLearner } from './learner/LearnerFields.tsx';
import { QrSign } from './QrSign.tsx';
import { SentList } from './SentList.tsx';

const Links = styled.ul`
  display: grid;
  gap: 10px;
  margin-bottom: 16px;
`;

const Row = styled.li`
  display: grid;
  gap: 8px;
  padding: 12px 14px;
  border: 1px solid var(--hairline);
  border-radius: 12px;
  background: var(--card);
  code {
    font:
      14px/1.4 'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
    overflow-wrap: anywhere;
    user-select: all;
  }
  div {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  small {
    font-size: 13px;
    flex: 1 0 100%;
    color: var(--soft);
  }
`;

const For = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 6px 12px;
  align-items: end;
  margin-bottom: 12px;
  small {
    grid-column: 1 / -1;
    font-size: 14px;
    color: var(--soft);
  }
`;

interface ShareWindowProps {
  target: ShareTarget;
  name: string;
  isOpen: boolean;
  onClose: () => void;
}

/** The links to a song or set: open one, copy it, take it back. */
export function ShareWindow({ target, name, isOpen, onClose }: ShareWindowProps) {
  return (
    <Window title={t('Share “{{name}}”', { name })} isOpen={isOpen} onClose={onClose} width={540}>
      <WindowWords>
        {t(
          'Whoever has a link can read and print, without an account; by a learner’s link it is told what was practised. Charts and words of protected songs may be shared only as your licence allows; each song shows its rights.',
        )}
      </WindowWords>
      <LinkList target={target} />
      <SentList target={target} />
    </Window>
  );
}

function LinkList({ target }: { target: ShareTarget }) {
  const fetched = useQuery(sharesQuery(target));
  const reload = () => void fetched.refetch();
  const [busy, setBusy] = useState(false);
  const [role, setRole] = useState<BandRole | 'everybody' | 'learner'>('everybody');
  const [learner, setLearner] = useState<LearnerPreset>(usualLearner);
  const [who, setWho] = useState('');

  async function open() {
    setBusy(true);
    const opened = await api.openShare({
      ...target,
      role: role === 'everybody' || role === 'learner' ? null : role,
      who,
      learner: role === 'learner' ? learner : null,
    });
    setBusy(false);
    if (opened.kind === 'ok') setWho('');
    if (opened.kind !== 'ok') notify(t('The link could not be made. Try again in a moment.'));
    reload();
  }

  async function revoke({ id }: Share) {
    const revoked = await api.revokeShare(id);
    notify(
      revoked.kind === 'ok'
        ? t('Link revoked: it opens nothing any more')
        : t('The link could not be revoked. Try again in a moment.'),
    );
    reload();
  }

  return (
    <Fetched from={fetched} what={t('the links')}>
      {({ shares, address }) => (
        <>
          <Links aria-label={t('Open links')}>
            {shares.map((share) => (
              <LinkRow
                key={share.id}
                share={share}
                at={address ?? location.origin}
                onRevoke={() => void revoke(share)}
              />
            ))}
          </Links>
          <For>
            <Pick
              label={t('For')}
              value={role}
              options={[
                ['everybody', t('everybody')] as const,
                ...bandRoles.map((one) => [one, roleNames[one]] as const),
                ...(target.kind === 'song' ? [['learner', t('a learner')] as const] : []),
              ]}
              onChange={setRole}
            />
            <TextField
              label={t('Whose it is, if you like')}
              value={who}
              maxLength={80}
              onChange={setWho}
            />
            <small>
              {role === 'everybody'
                ? t('The charts, for each to read their way.')
                : role === 'learner'
                  ? t(
                      'This one song to practise: its shapes, its chords called, rounds that get faster. You see what was practised.',
                    )
                  : roleWords[role]}
            </small>
          </For>
          {role === 'learner' ? <LearnerFields learner={learner} onChange={setLearner} /> : null}
          <PrimaryButton isPending={busy} onPress={() => void open()}>
            {shares.length === 0 ? t('Make a link') : t('Make another link')}
          </PrimaryButton>
        </>
      )}
    </Fetched>
  );
}

function LinkRow({ share, at, onRevoke }: { share: Share; at: string; onRevoke: () => void }) {
  const address = `${at}/s/${share.token}`;
  const made = new Date(share.createdAt).toLocaleDateString(readersLanguage(), {
    day: 'numeric',
    month: 'long',
  });

  const { role, who, learner } = share;
  const reader = [role && roleNames[role], learner && t('a learner'), who]
    .filter(Boolean)
    .join(' · ');
  const [showsLog, setShowsLog] = useState(false);
  const [showsSign, setShowsSign] = useState(false);

  return (
    <Row>
      {reader ? <b>{reader}</b> : null}
      <code>{address}</code>
      <div>
        <small>{t('open since {{date}}', { date: made })}</small>
        <Button onPress={() => void copyText(address, t('Link copied'))}>
          <Copy size={16} strokeWidth={1.5} aria-hidden /> {t('Copy')}
        </Button>
        <Button aria-expanded={showsSign} onPress={() => setShowsSign(!showsSign)}>
          <QrCode size={16} strokeWidth={1.5} aria-hidden /> {t('QR code')}
        </Button>
        {learner ? (
          <Button aria-expanded={showsLog} onPress={() => setShowsLog(!showsLog)}>
            <NotebookText size={16} strokeWidth={1.5} aria-hidden /> {t('What was practised')}
          </Button>
        ) : null}
        <Button onPress={onRevoke}>
          <Link2Off size={16} strokeWidth={1.5} aria-hidden /> {t('Revoke')}
        </Button>
      </div>
      {showsLog ? <Learned shareId={share.id} /> : null}
      {showsSign ? <QrSign address={address} name={reader || t('everybody')} /> : null}
    </Row>
  );
}
