import type { ReactNode } from 'react';
import styled from 'styled-components';
import { useStore } from 'zustand';
import { moduleOnScreen, simulatedOutput } from '../../device/midi/outputs.ts';
import { findOutputs, outputs } from '../../device/midi/soundSender.ts';
import { soundsTo } from '../../settings/soundsTo.ts';
import { QuietButton } from '../../ui/Button.tsx';
import { notify } from '../../ui/notices.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { t } from '../../words/words.ts';

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px 12px;
  margin-top: 16px;
`;

const Module = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  margin-top: 8px;
  padding: 8px 12px;
  border: 1px dashed var(--rail);
  border-radius: 10px;
  font-size: 13px;
  font-variant-numeric: tabular-nums;
  li[data-silent] {
    color: var(--soft);
  }
`;

const nowhere = 'nowhere';

/** Which instrument sounds are set on; the simulated one shows what it is set to. */
export function SoundsTo({ children }: { children?: ReactNode }) {
  const { output } = soundsTo.use('output');
  const found = useStore(outputs);
  const isThere = output === null || found.some(({ id }) => id === output);
  const find = async () => {
    try {
      if ((await findOutputs()) === 0) notify(t('No MIDI instrument is connected.'));
    } catch (error) {
      notify(error instanceof Error ? error.message : t('MIDI keyboards cannot be reached.'));
    }
  };
  return (
    <>
      <Row>
        <Pick
          label={t('Sounds are set on')}
          value={output ?? nowhere}
          options={[
            [nowhere, t('nothing: I set them myself')],
            ...found.map(({ id, name }) => [id, name] as const),
            ...(isThere ? [] : [[output, t('an instrument that is not there')] as const]),
          ]}
          onChange={(id) => soundsTo.change({ output: id === nowhere ? null : id })}
        />
        <QuietButton onPress={() => void find()}>{t('Find instruments')}</QuietButton>
        {children}
      </Row>
      {output === simulatedOutput.id ? <ModuleShown /> : null}
    </>
  );
}

/** What the simulated sound module is set to. */
export function ModuleShown() {
  const channels = useStore(moduleOnScreen.store);
  return (
    <Module aria-label={simulatedOutput.name}>
      {channels.length === 0 ? <li>{t('It was told nothing yet.')}</li> : null}
      {channels.map(({ channel, bank, program, isHeard }) => (
        <li key={channel} data-silent={isHeard ? undefined : ''}>
          {isHeard
            ? bank === 0
              ? t('channel {{channel}}: program {{program}}', { channel, program })
              : t('channel {{channel}}: bank {{bank}}, program {{program}}', {
                  channel,
                  bank,
                  program,
                })
            : t('channel {{channel}}: silent', { channel })}
        </li>
      ))}
    </Module>
  );
}
