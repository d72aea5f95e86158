/** What the pages are told while it happens. */
export type LiveEvent =
  | { readonly type: 'bench' }
  | { readonly type: 'kit' }
  | { readonly type: 'unit'; readonly tag: string }
  | { readonly type: 'job'; readonly jobNumber: number }
  | {
      readonly type: 'finished';
      readonly jobNumber: number;
      readonly operationId: string;
      readonly kind: string;
      readonly role: string;
      readonly tag: string;
      readonly state: string;
    };

type Listener = (event: LiveEvent) => void;

/** Passes events on to everybody who listens in this process. */
export class Hub {
  readonly #listeners = new Set<Listener>();

  listen(listener: Listener): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  tell(event: LiveEvent): void {
    for (const listener of this.#listeners) listener(event);
  }
}
