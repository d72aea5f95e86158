import { onDestroy } from 'svelte';

interface Shown {
  readonly id: string;
  readonly name: string;
  readonly value: string;
}

/** Values on the screen for a short time: gone when it is over, when the page is left, and when the window is. */
export class ShownSecrets {
  values: readonly Shown[] = $state.raw([]);
  secondsLeft = $state(0);
  #timer: ReturnType<typeof setInterval> | undefined;

  constructor() {
    onDestroy(() => this.hide());
  }

  show(values: readonly Shown[], seconds: number): void {
    this.hide();
    this.values = values;
    this.secondsLeft = seconds;
    const until = performance.now() + seconds * 1000;
    this.#timer = setInterval(() => {
      this.secondsLeft = Math.max(0, Math.ceil((until - performance.now()) / 1000));
      if (this.secondsLeft === 0) this.hide();
    }, 250);
  }

  hide(): void {
    clearInterval(this.#timer);
    this.values = [];
    this.secondsLeft = 0;
  }
}
