import { reader } from '../../settings/reader.ts';
import { Asked, AskedShown } from '../../ui/Question.tsx';
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

/** Whether letters hang beneath the numbers. */
export function LettersQuestion() {
  const { letters } = reader.use('letters');
  return (
    <AskedShown
      label={t('Letters beneath')}
      isShown={letters}
      onChange={(isShown) => reader.change({ letters: isShown })}
    />
  );
}
