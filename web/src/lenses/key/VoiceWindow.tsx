import type { NewVoice, VoiceList } from '@intervallum/contract';
import { singerTrouble, sungNoteLimits, twelveKeys, usualVoices } from '@intervallum/core';
import { useQueryClient } from '@tanstack/react-query';
import { Minus, Plus } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { voicesApi, voicesQuery } from '../../queries/voices.ts';
import { reader } from '../../settings/reader.ts';
import { announce } from '../../ui/announce.tsx';
import { AskForm } from '../../ui/AskForm.tsx';
import { Button, IconButton } from '../../ui/Button.tsx';
import { notify } from '../../ui/notices.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';
import { pitchIn } from './keyFacts.ts';
import type { KnownVoice } from './keyContext.ts';
import { useNote } from '../../device/audio/useNote.ts';
import { RangeFinder } from './RangeFinder.tsx';
import { VoiceKeyboard } from './VoiceKeyboard.tsx';

type Limit = keyof NewVoice;

const limitNames: Readonly<Record<Limit, string>> = {
  extremeHigh: t('Highest, just touched'),
  high: t('Highest with comfort'),
  low: t('Lowest with comfort'),
  extremeLow: t('Lowest, just touched'),
};
/** From the highest down, as the keyboard beside them. */
const limits = Object.keys(limitNames) as Limit[];

const voiceNames: Readonly<Record<(typeof usualVoices)[number]['name'], string>> = {
  soprano: t('a soprano'),
  alto: t('an alto'),
  tenor: t('a tenor'),
  baritone: t('a baritone'),
  bass: t('a bass'),
};

const Both = styled.div`
  display: grid;
  grid-template-columns: 132px minmax(0, 1fr);
  gap: 18px;
  margin-bottom: 14px;
`;

const Begun = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 10px 14px;
  margin-bottom: 14px;
`;

const Forget = styled.div`
  margin-top: 10px;
`;

const Limits = styled.ul`
  display: grid;
  gap: 10px;
  align-content: center;
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto auto;
    align-items: center;
    gap: 2px 8px;
  }
  label {
    grid-column: 1 / -1;
    font-size: 14px;
    color: var(--soft);
  }
  input {
    margin-right: 8px;
    accent-color: var(--accent);
  }
  b {
    font-size: 18px;
    font-variant-numeric: tabular-nums;
  }
`;

const Care = styled.p`
  margin-bottom: 14px;
  font-size: 14px;
  color: var(--soft);
`;

const plain = twelveKeys('major')[0]!;

interface VoiceWindowProps {
  /** Whose voice changes; null where somebody's is noted for the first time. */
  voice: KnownVoice | null;
  others: VoiceList['others'];
  onClose: () => void;
}

/** Notes what somebody can sing: pressed on an upright keyboard, or step by step. */
export function VoiceWindow({ voice, others, onClose }: VoiceWindowProps) {
  const client = useQueryClient();
  const names = reader.use('language');
  const [personId, setPersonId] = useState(voice?.personId ?? others[0]?.personId ?? '');
  const [noted, setNoted] = useState<NewVoice>(() => begun(voice ?? usualVoices[1]));
  const [setting, setSetting] = useState<Limit>('high');
  const [isFinding, setFinding] = useState(false);
  const sound = useNote();
  const name = voice?.name ?? others.find((one) => one.personId === personId)?.name ?? '';

  function set(limit: Limit, note: number) {
    const kept = Math.min(sungNoteLimits.high, Math.max(sungNoteLimits.low, note));
    setNoted({ ...noted, [limit]: kept });
    sound(kept);
  }
  async function send() {
    const trouble = singerTrouble({ name, ...noted });
    if (trouble !== null) return trouble;
    const why = await keep(noted);
    if (why !== null) return why;
    notify(t('The voice of {{name}} is noted', { name }), () => void keep(voice && begun(voice)));
    onClose();
    return null;
  }
  async function forget(before: NewVoice) {
    const why = await keep(null);
    if (why !== null) return notify(why);
    notify(t('The voice of {{name}} is forgotten', { name }), () => void keep(before));
    onClose();
  }
  /** Notes a voice, or forgets it (null). @returns why that was not done */
  async function keep(next: NewVoice | null): Promise<string | null> {
    const answer = await (next ? voicesApi.note(personId, next) : voicesApi.forget(personId));
    await client.invalidateQueries(voicesQuery());
    if (answer.kind === 'ok') return null;
    return answer.kind === 'stale' ? t('It changed meanwhile.') : answer.message;
  }

  return (
    <Window
      title={voice ? t('The voice of {{name}}', { name: voice.name }) : t('Note a voice')}
      isOpen
      onClose={onClose}
      width={520}
    >
      <WindowWords>
        {t('Choose a limit, then press the key; it is heard. Begin where speaking is easy.')}
      </WindowWords>
      <Begun>
        {voice ? null : (
          <Pick
            label={t('Whose voice')}
            value={personId}
            options={others.map((one) => [one.personId, one.name] as const)}
            onChange={setPersonId}
          />
        )}
        <Pick
          label={t('Begin from')}
          value=""
          options={[
            ['', t('as it stands')],
            ...usualVoices.map((one) => [one.name, voiceNames[one.name]] as const),
          ]}
          onChange={(chosen) => {
            const usual = usualVoices.find((one) => one.name === chosen);
            if (usual) setNoted(begun(usual));
          }}
        />
        {isFinding ? null : (
          <Button onPress={() => setFinding(true)}>{t('Find it by singing')}</Button>
        )}
      </Begun>
      {isFinding ? (
        <RangeFinder
          begins={Math.round((2 * noted.low + noted.high) / 3)}
          onFound={(found) => {
            setNoted(found);
            setFinding(false);
            announce(t('The range is found: look at it, and note it.'));
          }}
          onLeave={() => setFinding(false)}
        />
      ) : null}
      <Both>
        <VoiceKeyboard noted={noted} onPress={(note) => set(setting, note)} />
        <Limits aria-label={t('Limits')}>
          {limits.map((limit) => (
            <li key={limit}>
              <label>
                <input
                  type="radio"
                  name="limit"
                  checked={setting === limit}
                  onChange={() => setSetting(limit)}
                />
                {limitNames[limit]}
              </label>
              <b>{pitchIn(noted[limit], plain, names)}</b>
              <IconButton
                aria-label={t('{{limit}}: a half step down', { limit: limitNames[limit] })}
                onPress={() => set(limit, noted[limit] - 1)}
              >
                <Minus size={18} strokeWidth={1.5} />
              </IconButton>
              <IconButton
                aria-label={t('{{limit}}: a half step up', { limit: limitNames[limit] })}
                onPress={() => set(limit, noted[limit] + 1)}
              >
                <Plus size={18} strokeWidth={1.5} />
              </IconButton>
            </li>
          ))}
        </Limits>
      </Both>
      <Care>
        {t(
          'Stop before it strains: a note that needs force is beyond the voice. With hoarseness or pain, rest, and see somebody who treats voices.',
        )}
      </Care>
      <AskForm does={t('Note it')} send={send}>
        {null}
      </AskForm>
      {voice ? (
        <Forget>
          <Button onPress={() => void forget(begun(voice))}>{t('Forget this voice')}</Button>
        </Forget>
      ) : null}
    </Window>
  );
}

function begun({
  low,
  high,
  extremeLow,
  extremeHigh,
}: {
  readonly low: number;
  readonly high: number;
  readonly extremeLow?: number;
  readonly extremeHigh?: number;
}): NewVoice {
  return { low, high, extremeLow: extremeLow ?? low - 2, extremeHigh: extremeHigh ?? high + 2 };
}
