import { reader } from '../../settings/reader.ts';
import { Asked, AskedShown } from '../../ui/Question.tsx';

/** Whether pages are light or dark. */
export function ThemeQuestion() {
  const { theme } = reader.use('theme');
  return (
    <Asked
      label="Page"
      value={theme}
      options={[
        ['system', 'As the device'],
        ['light', 'Paper'],
        ['dark', 'Dark'],
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
      label="Letters beneath"
      isShown={letters}
      onChange={(isShown) => reader.change({ letters: isShown })}
    />
  );
}
