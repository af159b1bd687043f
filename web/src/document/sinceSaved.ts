import type { ChangeSet, Text } from '@codemirror/state';
import type { Decisions, TextEdit } from '@intervallum/core';
import { editsOf } from './chartState.ts';

interface Draft {
  readonly text: string;
  readonly decisions: Decisions;
}

/** Remembers how the text came from what was saved last to each draft, so that a save can say it. */
export class SinceSaved {
  #edits: { readonly changes: ChangeSet; readonly to: Text }[] = [];
  /** Null where nobody knows: an answer was lost, or somebody else saved. */
  #saved: Text | null;
  #decisions: Decisions;
  readonly #docOf = new WeakMap<Draft, Text>();

  /** @param doc the text in the editor; the server's may have other line ends, and its edits are then not known */
  constructor(doc: Text, { text, decisions }: Draft) {
    this.#saved = doc.toString() === text ? doc : null;
    this.#decisions = decisions;
  }

  edited(changes: ChangeSet, to: Text): void {
    this.#edits.push({ changes, to });
  }

  /** A draft was made of a text. */
  drafted(draft: Draft, doc: Text): void {
    this.#docOf.set(draft, doc);
  }

  /** The draft is what stands on the server now. */
  saved(draft: Draft): void {
    const doc = this.#docOf.get(draft) ?? null;
    this.#edits = this.#edits.slice(this.#edits.findIndex(({ to }) => to === doc) + 1);
    this.#saved = doc;
    this.#decisions = draft.decisions;
  }

  /** What stands on the server is not known any more. */
  lost(): void {
    this.#edits = [];
    this.#saved = null;
  }

  howCameTo(draft: Draft): {
    readonly changes: readonly TextEdit[] | null;
    readonly isDecided: boolean;
  } {
    return {
      changes: this.#changesTo(this.#docOf.get(draft)),
      isDecided: this.#saved === null || draft.decisions !== this.#decisions,
    };
  }

  #changesTo(doc: Text | undefined): TextEdit[] | null {
    if (!doc || !this.#saved) return null;
    if (doc === this.#saved) return [];
    const last = this.#edits.findIndex(({ to }) => to === doc);
    if (last < 0) return null;
    const changes = this.#edits.slice(0, last + 1).map((edit) => edit.changes);
    return editsOf(changes.reduce((all, one) => all.compose(one)));
  }
}
