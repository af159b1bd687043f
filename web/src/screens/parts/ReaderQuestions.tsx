import { reader } from '../../settings/reader.ts';
import { Asked } from '../../ui/Question.tsx';
import { t } from '../../words/words.ts';

/** Whether pages are light or dark. */
export function ThemeQuestion() {
  const { theme } = reader.use('theme');
  return (
    <Asked
      label={t('Light or dark')}
      value={theme}
      options={[
        ['system', t('As the device')],
        ['light', t('Paper')],
        ['dark', t('Dark')],
      ]}
      onChange={(chosen) => reader.change({ theme: chosen })}
    />
  );
}

/** What hangs beneath the numbers: letters, or as chords are dictated the bass, with the shape by itself above it. */
export function LettersQuestion() {
  const { letters, dictation } = reader.use('letters', 'dictation');
  return (
    <Asked
      label={t('Beneath the numbers')}
      value={dictation ? 'bass' : letters ? 'letters' : 'nothing'}
      options={[
        ['letters', t('Letters')],
        ['bass', t('The bass')],
        ['nothing', t('Nothing')],
      ]}
      onChange={(chosen) =>
        reader.change(
          chosen === 'bass'
            ? { dictation: true }
            : { dictation: false, letters: chosen === 'letters' },
        )
      }
    />
  );
}
