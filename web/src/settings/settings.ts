import {
  usualReach,
  type HandGrade,
  type instruments,
  type Lineup,
  type NoteLanguage,
  type Reach,
  type Spelling,
} from '@intervallum/core';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** How this reader likes to look at charts; kept in the browser. `chart` follows what each chart says of itself. */
export interface Settings {
  readonly reading: 'chart' | 'as written' | 'in key';
  readonly minor: 'chart' | 'relative' | 'own tonic';
  /** Words (m, maj7, dim, m7b5) or signs (-, △, °, ø) for the commonest qualities. */
  readonly symbols: 'words' | 'signs';
  readonly language: NoteLanguage;
  readonly spelling: Spelling;
  readonly letters: boolean;
  /** Words under their bars, or a syllable at a time on the beats. */
  readonly words: boolean;
  readonly wordsOnBeats: boolean;
  readonly tune: 'degrees' | 'staff' | 'off';
  readonly theme: 'system' | 'light' | 'dark';
  readonly textOpen: boolean;
  readonly panel: 'text' | 'colours';
  readonly pianoOpen: boolean;
  /** The player: two hands, an instrument by its number of keys, who else plays, how much colour. */
  readonly reach: Reach;
  readonly keys: keyof typeof instruments;
  readonly lineup: Lineup;
  readonly handGrade: HandGrade;
  /** The word of caution about stretching was read and put away. */
  readonly stretchNoted: boolean;
  /** What the marks on the piano strip say. */
  readonly marks: 'roles' | 'degrees';
  readonly pedal: boolean;
  readonly countIn: boolean;
  readonly click: boolean;
  readonly heardHands: 'both' | 'left' | 'right';
  readonly heardTune: boolean;
  /** The right hand has the tune on top where it can. */
  readonly tuneOnTop: boolean;
}

interface SettingsStore extends Settings {
  readonly change: (change: Partial<Settings>) => void;
}

export const useSettings = create<SettingsStore>()(
  persist(
    (set) => ({
      reading: 'chart',
      minor: 'chart',
      symbols: 'words',
      language: 'english',
      spelling: 'strict',
      letters: true,
      words: true,
      wordsOnBeats: false,
      tune: 'degrees',
      theme: 'system',
      textOpen: true,
      panel: 'text',
      pianoOpen: false,
      reach: usualReach,
      keys: 88,
      lineup: 'keys alone',
      handGrade: 'plain',
      stretchNoted: false,
      marks: 'roles',
      pedal: true,
      countIn: false,
      click: false,
      heardHands: 'both',
      heardTune: true,
      tuneOnTop: true,
      change: (change) => set(change),
    }),
    { name: 'intervallum-settings' },
  ),
);

/** Puts the chosen theme on the page, now and whenever it changes. */
export function applyTheme(): void {
  const put = ({ theme }: Settings) => {
    if (theme === 'system') delete document.documentElement.dataset['theme'];
    else document.documentElement.dataset['theme'] = theme;
  };
  put(useSettings.getState());
  useSettings.subscribe(put);
}
