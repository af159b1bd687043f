/**
 * Whose what is kept in this browser is: a person of a team. Somebody else who signs in here, or the same one for another team,
 * finds nothing of it. Null on pages of links, and before anybody is known.
 */
let owner: string | null = null;

export function ownerNow(): string | null {
  return owner;
}

/** Said once a page knows who is signed in; who signs in anew loads the page anew. */
export function setOwner(personId: string | null): void {
  owner = personId;
}
