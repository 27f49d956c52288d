/** What is remembered of things, and what it is called. */
export interface Note<T> {
  readonly name: string
  /** Carries the type of what is remembered; never set. */
  readonly of?: T
}

export const defineNote = <T>(name: string): Note<T> => ({ name })

/**
 * Remembers what was worked out about objects, for as long as somebody holds both the object and the memory. It
 * is handed to those who use it, so that nothing outlives the photograph or the worker that it belongs to.
 */
export class Memory {
  readonly #notes = new WeakMap<object, Map<Note<unknown>, unknown>>()

  /** What is remembered of an object under a note; made first where nothing is. */
  of<T>(about: object, note: Note<T>, make: () => T): T {
    const notes = this.#notes.get(about) ?? new Map<Note<unknown>, unknown>()
    this.#notes.set(about, notes)
    if (!notes.has(note)) notes.set(note, make())
    return notes.get(note) as T // what was set under the note
  }

  /** The same for what takes time; work that fails is not remembered. */
  later<T>(about: object, note: Note<Promise<T>>, make: () => Promise<T>): Promise<T> {
    const made = this.of(about, note, make)
    made.catch(() => this.#notes.get(about)?.delete(note))
    return made
  }
}
