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
  type Level,
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

/** How a song is arranged, as it is asked for from outside of the thread. */
type AskedWishes = Omit<ArrangeWishes, 'onProgress'>;

/** What was asked for last, and what was found for each player that it was asked for. */
interface Made {
  readonly read: ChartResult;
  readonly decisions: Decisions;
  readonly wishes: AskedWishes;
  readonly choices: Map<Level, readonly Choice[]>;
}

/** Arranges a song, and writes what is taken of what it proposed; harmonises a stanza. */
export function createArranger() {
  let made: Made | null = null;
  const asked = (): Made => {
    if (!made) throw new Error('Nothing is arranged yet.');
    return made;
  };

  function find(of: Made, level: Level, onProgress: (done: number) => void): ArrangedSeen {
    const found = arrange(of.read, of.decisions, { ...of.wishes, level, onProgress });
    if (!found.ok) return found;
    const { choices, ...rest } = found.arrangement;
    of.choices.set(level, choices);
    const seen = choices.map(({ edit: _edit, change: _change, ...one }) => one);
    return { ok: true, arrangement: { ...rest, choices: seen } };
  }

  return {
    /** @param onProgress is told how far it is, from 0 to 1 */
    arrange(
      text: string,
      decisions: Decisions,
      wishes: AskedWishes,
      onProgress: (done: number) => void,
    ): ArrangedSeen {
      made = { read: parseChart(text), decisions, wishes, choices: new Map() };
      return find(made, wishes.level, onProgress);
    },

    /** The same song and wishes, for a player of another level. */
    arrangeFor(level: Level): ArrangedSeen {
      return find(asked(), level, () => undefined);
    },

    /** Four parts under the tune of a section. */
    harmonize(text: string, key: Key, section: number, wishes: StanzaWishes): Harmonized {
      return harmonizeStanza(expand(parseChart(text).song, { key }), section, wishes);
    },

    /** The edit that takes some choices of the arrangement for a level, by their names. */
    take(level: Level, ids: readonly string[]): Taken {
      const { read, decisions, choices } = asked();
      const wanted = new Set(ids);
      return takeChoices(
        read,
        decisions,
        (choices.get(level) ?? []).filter(({ id }) => wanted.has(id)),
      );
    },
  };
}

export type Arranger = ReturnType<typeof createArranger>;
