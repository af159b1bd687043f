import { SecretField } from '../../ui/SecretField.tsx';
import { TextField } from '../../ui/fields.tsx';
import { t } from '../../words/words.ts';
import { passwordNote } from '../parts/passwordNote.ts';

/** What somebody new says of themselves. */
export interface NewAccount {
  readonly name: string;
  readonly email: string;
  readonly password: string;
}

/** The fields in which somebody new says who they are. */
export function NewAccountFields({
  said,
  onChange,
}: {
  said: NewAccount;
  onChange: (changed: Partial<NewAccount>) => void;
}) {
  return (
    <>
      <TextField
        label={t('Your name')}
        autoComplete="name"
        isRequired
        value={said.name}
        onChange={(name) => onChange({ name })}
      />
      <TextField
        label={t('E-mail address')}
        type="email"
        autoComplete="username"
        isRequired
        value={said.email}
        onChange={(email) => onChange({ email })}
      />
      <SecretField
        label={t('Password')}
        autoComplete="new-password"
        note={passwordNote}
        value={said.password}
        onChange={(password) => onChange({ password })}
      />
    </>
  );
}
