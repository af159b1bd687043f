/**
 * Remembers what was worked out under a name, the `most` used last: what was not asked for longest is forgotten first.
 */
export class Memo<Value> {
  readonly #known = new Map<string, Value>();
  readonly #most: number;

  constructor(most: number) {
    this.#most = most;
  }

  /** What is known under a name, else what `make` gives. */
  get(name: string, make: () => Value): Value {
    const known = this.#known.get(name);
    if (known !== undefined || this.#known.has(name)) {
      this.#known.delete(name);
      this.#known.set(name, known as Value);
      return known as Value;
    }
    const made = make();
    this.#known.set(name, made);
    if (this.#known.size > this.#most) this.#known.delete(this.#known.keys().next().value!);
    return made;
  }
}
