/** The steps of work on a document, for undo. Edits of the same kind in a row are one step. */
export interface Steps<Document> {
  readonly past: readonly Document[];
  readonly future: readonly Document[];
  readonly lastKind: string | null;
}

/** How many steps can be taken back. */
const depth = 200;

export const noSteps: Steps<never> = { past: [], future: [], lastKind: null };

/** Remembers `before` as a step; typing on in the same place (`kind`) goes on with the step it began. */
export function remember<Document>(
  steps: Steps<Document>,
  before: Document,
  kind: string | null,
): Steps<Document> {
  if (kind !== null && kind === steps.lastKind) return { ...steps, future: [] };
  return { past: [...steps.past, before].slice(-depth), future: [], lastKind: kind };
}

/** Goes one step back from `now`; null if there is none. */
export function undo<Document>(
  steps: Steps<Document>,
  now: Document,
): { steps: Steps<Document>; document: Document } | null {
  const document = steps.past.at(-1);
  if (document === undefined) return null;
  return {
    document,
    steps: { past: steps.past.slice(0, -1), future: [now, ...steps.future], lastKind: null },
  };
}

/** Goes one step forward again; null if there is none. */
export function redo<Document>(
  steps: Steps<Document>,
  now: Document,
): { steps: Steps<Document>; document: Document } | null {
  const document = steps.future[0];
  if (document === undefined) return null;
  return {
    document,
    steps: { past: [...steps.past, now], future: steps.future.slice(1), lastKind: null },
  };
}
