import { repairAll, repairAllEdit, type Repaired } from '@intervallum/core';
import { useState } from 'react';
import styled from 'styled-components';
import { useDocument } from '../../document/DocumentContext.tsx';
import { notify } from '../../ui/notices.tsx';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { keepFocus } from '../../ui/focus.ts';
import { Window } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';

const Steps = styled.ol`
  display: grid;
  gap: 10px;
  max-height: 52vh;
  overflow: auto;
  margin: 10px 0 14px;
  li {
    padding: 8px 12px;
    border: 1px solid var(--hairline);
    border-radius: 10px;
    background: var(--card);
    font-size: 14px;
    line-height: 1.4;
  }
  p {
    color: var(--soft);
  }
  del,
  ins {
    display: block;
    overflow-x: auto;
    font:
      400 15px/1.5 'Music Signs',
      'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
    white-space: pre;
  }
  del {
    color: var(--soft);
  }
  ins {
    font-weight: 600;
    text-decoration: none;
  }
`;

const Foot = styled.div`
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 10px;
`;

/** The most steps that are shown one by one. */
const mostShown = 100;

/** All repairs of a chart, each with what it does to its line, before any is done; then all of them as one step of undo. */
export function RepairAll() {
  const songDocument = useDocument();
  const [found, setFound] = useState<Repaired | null>(null);
  const open = () => setFound(repairAll(songDocument.store.getState().read));
  const close = () => setFound(null);
  const take = () => {
    if (!found) return;
    const edited = songDocument.edit((read) => repairAllEdit(read, found));
    if (!edited.ok) notify(edited.why);
    close();
    // The button is gone with the last problem: one goes on in the text.
    keepFocus(() => {
      songDocument.focus();
      return null;
    });
  };
  const more = (found?.steps.length ?? 0) - mostShown;
  return (
    <>
      <Button onPress={open}>{t('Repair all …')}</Button>
      {found ? (
        <Window title={t('What the repairs do')} isOpen onClose={close} width={760}>
          <p>{t('Each takes the first offer. All of it is one step, which undo takes back.')}</p>
          <Steps tabIndex={0} aria-label={t('Repairs, one by one')}>
            {found.steps.slice(0, mostShown).map(({ line, message, before, after }, index) => (
              <li key={index}>
                <p>
                  <b>{t('Line {{line}}', { line })}</b> {message}
                </p>
                <del>{before.trim()}</del>
                <ins>{after.trim()}</ins>
              </li>
            ))}
          </Steps>
          {more > 0 ? <p>{t('And {{count}} more.', { count: more })}</p> : null}
          {found.left.length > 0 ? (
            <p>{t('{{count}} problems are left.', { count: found.left.length })}</p>
          ) : null}
          <Foot>
            <PrimaryButton onPress={take}>{t('Repair all of it')}</PrimaryButton>
          </Foot>
        </Window>
      ) : null}
    </>
  );
}
