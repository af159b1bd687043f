import {
  isSilent,
  nameOfPitch,
  noSound,
  soundParts,
  usualPatches,
  type KeyboardSound,
  type Patch,
  type SoundPart,
  type UsualPatch,
} from '@intervallum/core';
import { Send } from 'lucide-react';
import { Fragment, useState } from 'react';
import styled from 'styled-components';
import { sendSound } from '../../device/midi/soundSender.ts';
import { reader } from '../../settings/reader.ts';
import { soundsTo } from '../../settings/soundsTo.ts';
import { Button, PrimaryButton, QuietButton } from '../../ui/Button.tsx';
import { CountField, TextField } from '../../ui/fields.tsx';
import { notify } from '../../ui/notices.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { phone } from '../../ui/theme.ts';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { soundPartNames, usualPatchNames } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';
import { SoundsTo } from '../parts/SoundsTo.tsx';

const Parts = styled.div`
  display: grid;
  gap: 10px;
`;

const Part = styled.fieldset`
  display: grid;
  grid-template-columns: 200px minmax(0, 1fr) 96px 96px;
  align-items: end;
  gap: 8px 10px;
  min-width: 0;
  padding: 0;
  border: 0;
  select {
    width: 100%;
  }
  ${phone} {
    grid-template-columns: repeat(2, minmax(0, 1fr));
    > :nth-child(1),
    > :nth-child(2) {
      grid-column: 1 / -1;
    }
  }
`;

const Foot = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 16px;
`;

interface SoundWindowProps {
  section: string;
  /** What is said of the section now. */
  sound: KeyboardSound | null;
  /** Null takes back what was said. */
  onKeep: (sound: KeyboardSound | null, where: 'section' | 'song') => void;
  onClose: () => void;
}

/** What the keyboard sounds like in a section: up to four sounds at once, tried on the instrument before they are kept. */
export function SoundWindow({ section, sound, onKeep, onClose }: SoundWindowProps) {
  const [draft, setDraft] = useState<KeyboardSound>(sound ?? noSound);
  const { output } = soundsTo.use('output');
  const isNamed = soundParts.every(
    (part) => draft[part] === null || draft[part].name.trim() !== '',
  );
  const isReady = isNamed && !isSilent(draft);
  const send = () => {
    const trouble = sendSound(draft);
    if (trouble) notify(trouble);
  };
  return (
    <Window title={t('Sound of {{section}}', { section })} isOpen onClose={onClose} width={720}>
      <WindowWords>
        {t(
          'It is set when the section begins at the stand: by itself while the song plays, else by one press.',
        )}
      </WindowWords>
      <Parts>
        {soundParts.map((part) => (
          <Fragment key={part}>
            <PatchFields
              part={part}
              patch={draft[part]}
              onChange={(patch) => setDraft({ ...draft, [part]: patch })}
            />
            {part === 'left' && draft.left ? (
              <SplitAt
                splitAt={draft.splitAt}
                onChange={(splitAt) => setDraft({ ...draft, splitAt })}
              />
            ) : null}
          </Fragment>
        ))}
      </Parts>
      <SoundsTo>
        <Button isDisabled={!isReady || output === null} onPress={send}>
          <Send size={16} strokeWidth={1.5} aria-hidden /> {t('Try it')}
        </Button>
      </SoundsTo>
      <Foot>
        <PrimaryButton isDisabled={!isReady} onPress={() => onKeep(draft, 'section')}>
          {t('Keep it for this section')}
        </PrimaryButton>
        <Button isDisabled={!isReady} onPress={() => onKeep(draft, 'song')}>
          {t('So in the whole song')}
        </Button>
        {sound ? (
          <QuietButton onPress={() => onKeep(null, 'section')}>
            {t('Go on with the sound before')}
          </QuietButton>
        ) : null}
      </Foot>
    </Window>
  );
}

const none = 'none';
const another = 'another';
const usual = Object.keys(usualPatches) as UsualPatch[];
const isUsual = (patch: Patch): boolean =>
  Object.hasOwn(usualPatches, patch.name) &&
  patch.program === usualPatches[patch.name as UsualPatch];

interface PatchFieldsProps {
  part: SoundPart;
  patch: Patch | null;
  onChange: (patch: Patch | null) => void;
}

/** One of the sounds: a usual one, or any program of the player's own instrument under the player's own name. */
function PatchFields({ part, patch, onChange }: PatchFieldsProps) {
  const chosen = patch === null ? none : isUsual(patch) ? patch.name : another;
  const choose = (name: string) => {
    if (name === none) onChange(null);
    else if (name === another)
      onChange({ name: '', program: patch?.program ?? 1, bank: patch?.bank ?? null });
    else onChange({ name, program: usualPatches[name as UsualPatch], bank: null });
  };
  return (
    <Part aria-label={soundPartNames[part]}>
      <Pick
        label={soundPartNames[part]}
        value={chosen}
        options={[
          [none, t('nothing')],
          [another, t('another one …')],
          ...usual.map((name) => [name, usualPatchNames[name], t('Usual sounds')] as const),
        ]}
        onChange={choose}
      />
      {patch && chosen === another ? (
        <>
          <TextField
            label={t('What you call it')}
            value={patch.name}
            maxLength={40}
            onChange={(name) => onChange({ ...patch, name })}
          />
          <CountField
            label={t('Program')}
            value={patch.program}
            least={1}
            most={128}
            onChange={(program) => onChange({ ...patch, program: program ?? 1 })}
          />
          <CountField
            label={t('Bank')}
            value={patch.bank}
            least={0}
            most={16_383}
            placeholder={t('as it is')}
            onChange={(bank) => onChange({ ...patch, bank })}
          />
        </>
      ) : null}
    </Part>
  );
}

/** Where hands usually part: the Cs, Fs and Gs in the middle of the keyboard. */
const splits = [36, 41, 43, 48, 53, 55, 60, 65, 67, 72];

function SplitAt({ splitAt, onChange }: { splitAt: number; onChange: (note: number) => void }) {
  const { language } = reader.use('language');
  const notes = splits.includes(splitAt) ? splits : [...splits, splitAt].sort((a, b) => a - b);
  return (
    <Pick
      label={t('The left one sounds below')}
      labelled="beside"
      value={String(splitAt)}
      options={notes.map((note) => [
        String(note),
        nameOfPitch(note, undefined, { language, signs: 'printed' }),
      ])}
      onChange={(note) => onChange(Number(note))}
    />
  );
}
