import { useState } from 'react';
import styled from 'styled-components';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { PrimaryButton } from '../../ui/Button.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { t } from '../../words/words.ts';
import { pitchIn } from './keyFacts.ts';
import { useKeyLens } from './keyContext.ts';
import { useNote } from '../../device/audio/useNote.ts';
import { VoiceKeyboard } from './VoiceKeyboard.tsx';

const Form = styled.section`
  display: grid;
  gap: 10px;
  h3 {
    font-size: 16px;
  }
  p {
    font-size: 14px;
    color: var(--soft);
  }
`;

const Both = styled.div`
  display: grid;
  grid-template-columns: 120px minmax(0, 1fr);
  gap: 16px;
  label {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 40px;
    font-size: 15px;
  }
  b {
    margin-left: auto;
    font-variant-numeric: tabular-nums;
  }
  input {
    accent-color: var(--accent);
  }
`;

const whole = 'song';

const ends = ['high', 'usual', 'low'] as const;
type End = (typeof ends)[number];

const endNames: Readonly<Record<End, string>> = {
  high: t('Highest'),
  usual: t('Mostly around'),
  low: t('Lowest'),
};

/** An octave from middle C: to begin from where nothing was said. */
const begun = { low: 60, usual: 65, high: 72 };

/** Says from where to where the song, or a section of it, is sung where no tune is written: pressed on the upright keyboard, written in the chart. */
export function SayRange() {
  const { range, sections, tuneless, written, writeRange } = useKeyLens();
  const names = reader.use('language');
  const sound = useNote();
  // Where a section is known, what is said of the whole song counts for nothing.
  const ofSong = sections.length === 0;
  const [of, setOf] = useState<number | null>(ofSong ? null : (tuneless[0]?.section ?? null));
  const [said, setSaid] = useState<Readonly<Record<End, number>>>(
    (ofSong ? range : tuneless[0]?.range) ?? begun,
  );
  const [setting, setSetting] = useState<End>('high');
  const { low, high } = said;
  return (
    <Form aria-label={t('Say what is sung')}>
      <h3>{t('Say what is sung')}</h3>
      <p>
        {t(
          'Without a tune the lowest and the highest note are enough. In {{key}}, as it is written:',
          {
            key: keyName(written, names),
          },
        )}
      </p>
      {tuneless.length > (ofSong ? 1 : 0) ? (
        <Pick
          label={t('Of')}
          labelled="beside"
          value={of === null ? whole : String(of)}
          options={[
            ...(ofSong ? [[whole, t('the whole song')] as const] : []),
            ...tuneless.map(
              ({ section, name }) => [String(section), name || t('the section')] as const,
            ),
          ]}
          onChange={(chosen) => {
            const one = tuneless.find(({ section }) => String(section) === chosen);
            setOf(one?.section ?? null);
            if (one?.range) setSaid(one.range);
          }}
        />
      ) : null}
      <Both>
        <VoiceKeyboard
          noted={{
            low: Math.min(low, high),
            high: Math.max(low, high),
            extremeLow: said.usual,
            extremeHigh: said.usual,
          }}
          onPress={(note) => {
            setSaid({ ...said, [setting]: note });
            sound(note);
          }}
        />
        <div role="radiogroup" aria-label={t('Which note')}>
          {ends.map((end) => (
            <label key={end}>
              <input
                type="radio"
                name="said range"
                checked={setting === end}
                onChange={() => setSetting(end)}
                onKeyDown={(event) => {
                  const by = steps[event.key];
                  if (by === undefined) return;
                  // Up and down move the note; left and right choose which one.
                  event.preventDefault();
                  setSaid({ ...said, [end]: said[end] + by });
                  sound(said[end] + by);
                }}
              />
              {endNames[end]}
              <b>{pitchIn(said[end], written, names)}</b>
            </label>
          ))}
        </div>
      </Both>
      <PrimaryButton onPress={() => writeRange(said, of)}>
        {t('Write it in the chart')}
      </PrimaryButton>
    </Form>
  );
}

const steps: Readonly<Record<string, number>> = { ArrowUp: 1, ArrowDown: -1 };
