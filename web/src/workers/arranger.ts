import {
  arrange,
  expand,
  harmonizeStanza,
  parseChart,
  takeChoices,
  type ArrangeWishes,
  type Choice,
  type ChartResult,
  type Decisions,
  type Harmonized,
  type Key,
  type SongArrangement,
  type StanzaWishes,
  type Taken,
} from '@intervallum/core';

/** A choice as it is seen: what writes it stays with the arranger. */
export type ChoiceSeen = Omit<Choice, 'edit' | 'change'>;

/** An arrangement as it is seen. */
export interface ArrangementSeen extends Omit<SongArrangement, 'choices'> {
  readonly choices: readonly ChoiceSeen[];
}

export type ArrangedSeen =
  | { readonly ok: true; readonly arrangement: ArrangementSeen }
  | { readonly ok: false; readonly why: string };

interface Made {
  readonly read: ChartResult;
  readonly decisions: Decisions;
  readonly choices: readonly Choice[];
}

/** Arranges a song, and writes what is taken of what it proposed; harmonises a stanza. */
export function createArranger() {
  let made: Made | null = null;

  return {
    /** @param onProgress is told how far it is, from 0 to 1 */
    arrange(
      text: string,
      decisions: Decisions,
      wishes: Omit<ArrangeWishes, 'onProgress'>,
      onProgress: (done: number) => void,
    ): ArrangedSeen {
      const read = parseChart(text);
      const found = arrange(read, decisions, { ...wishes, onProgress });
      if (!found.ok) return found;
      const { choices, ...rest } = found.arrangement;
      made = { read, decisions, choices };
      const seen = choices.map(({ edit: _edit, change: _change, ...one }) => one);
      return { ok: true, arrangement: { ...rest, choices: seen } };
    },

    /** Four parts under the tune of a section. */
    harmonize(text: string, key: Key, section: number, wishes: StanzaWishes): Harmonized {
      return harmonizeStanza(expand(parseChart(text).song, { key }), section, wishes);
    },

    /** The edit that takes some choices of the arrangement, by their names. */
    take(ids: readonly string[]): Taken {
      if (!made) throw new Error('Nothing is arranged yet.');
      const { read, decisions, choices } = made;
      const wanted = new Set(ids);
      return takeChoices(
        read,
        decisions,
        choices.filter(({ id }) => wanted.has(id)),
      );
    },
  };
}

export type Arranger = ReturnType<typeof createArranger>;
