import { Download, FilePlus2, Plus } from 'lucide-react';
import { FileTrigger } from 'react-aria-components';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { t } from '../../words/words.ts';
import { Steps } from './cards.ts';

interface OwnToolsProps {
  /** What one makes: `Make a run`. */
  make: string;
  onMake: () => void;
  onFile: (file: File) => void;
  /** Null where there is nothing to save. */
  onSave: (() => void) | null;
}

/** Over a list of what the team made itself: another one, in from a file, out into one. */
export function OwnTools({ make, onMake, onFile, onSave }: OwnToolsProps) {
  return (
    <Steps>
      <PrimaryButton onPress={onMake}>
        <Plus size={16} strokeWidth={1.5} aria-hidden /> {make}
      </PrimaryButton>
      <FileTrigger
        acceptedFileTypes={['.json', 'application/json']}
        onSelect={(files) => {
          const file = files?.[0];
          if (file) onFile(file);
        }}
      >
        <Button>
          <FilePlus2 size={16} strokeWidth={1.5} aria-hidden /> {t('Bring a file in')}
        </Button>
      </FileTrigger>
      {onSave ? (
        <Button onPress={onSave}>
          <Download size={16} strokeWidth={1.5} aria-hidden /> {t('Save all as a file')}
        </Button>
      ) : null}
    </Steps>
  );
}
