<script lang="ts">
  import type { Attachment } from 'svelte/attachments';
  import { placeWords, signalWords } from '$lib/messages/wire-words.ts';
  import type { WiringData } from '$lib/wiring-types.ts';
  import { currentOf, expectedWords, leadWords } from './connect.view.ts';
  import ConnectionDrawing from './ConnectionDrawing.svelte';

  let {
    wiring,
    ontick,
    onclose
  }: {
    wiring: WiringData;
    ontick: (wireKeys: readonly string[], on: boolean) => Promise<boolean>;
    onclose: () => void;
  } = $props();

  const wires = $derived(wiring.plan.wires);
  const ticked = $derived(wiring.connection?.ticked ?? []);
  const current = $derived(currentOf(wiring));
  const before = $derived(wires.filter((w) => ticked.includes(w.key)).at(-1));
  const place = $derived(current ? wires.indexOf(current) + 1 : wires.length);
  /** A press counts once for the wire that was shown: the next one shows only when the server has kept it. */
  let asked = $state<string | undefined>();

  function next() {
    if (!current) return onclose();
    if (asked === current.key) return;
    asked = current.key;
    void ontick([current.key], true).then((kept) => {
      // not kept: the next press asks again
      if (!kept) asked = undefined;
    });
  }
  function back() {
    asked = undefined;
    if (before) void ontick([before.key], false);
  }
  /** Any key is the foot switch; a held key is one press. */
  function press(event: KeyboardEvent) {
    const alone = ['Shift', 'Control', 'Alt', 'Meta', 'Tab'].includes(event.key);
    if (event.key === 'Escape' || event.repeat || alone) return;
    // a button that has the focus is pressed by its own keys
    const onButton = event.target instanceof HTMLButtonElement;
    if (onButton && (event.key === 'Enter' || event.key === ' ')) return;
    event.preventDefault();
    event.stopPropagation();
    if (event.key === 'Backspace' || event.key === 'ArrowLeft') back();
    else next();
  }
  const modal: Attachment<HTMLDialogElement> = (dialog) => {
    dialog.showModal();
    dialog.querySelector<HTMLButtonElement>('footer .btn-primary')?.focus();
  };
</script>

<dialog aria-label="One wire at a time" {onclose} onkeydown={press} {@attach modal}>
  <header>
    <span class="role">{wiring.role.toUpperCase()} <span class="mono">{wiring.tag}</span></span>
    <span>{place} of {wires.length}</span>
    <button class="btn btn-outline" onclick={onclose}>Close</button>
  </header>
  {#if current}
    <div class="big">
      <p class="signal">{signalWords(current.signal)}</p>
      <p class="place mono">{placeWords(current)}</p>
      <p class="lead">
        {leadWords(current, wiring)}{current.terminalMm === undefined
          ? ''
          : ` · ${current.terminalMm} mm terminal`}
      </p>
      <p class="soft">
        Expect {expectedWords(current)}.{current.note ? ` Note: ${current.note}.` : ''}
      </p>
      {#if current.programming}
        <p class="warn">Not in the vehicle’s diagram: only the interface’s own diagram has it.</p>
      {:else if current.cavities.length > 0}
        <p class="soft">May be checked against the vehicle’s wiring diagram.</p>
      {/if}
    </div>
    <div class="drawing"><ConnectionDrawing {wiring} only={current} /></div>
  {:else}
    <div class="big">
      <p class="signal">All {wires.length} are on</p>
      <p>Measure the pair and the feed before power.</p>
    </div>
  {/if}
  <footer>
    <button class="btn btn-outline" disabled={!before} onclick={back}>Back one wire</button>
    <button class="btn btn-primary" onclick={next}
      >{current ? 'It is on: next' : 'To measuring'}</button
    >
    <span class="soft">Any key or foot switch is next, Backspace goes back.</span>
  </footer>
</dialog>

<style>
  dialog {
    width: min(1180px, 96vw);
    max-width: none;
    height: 94vh;
    max-height: none;
    margin: auto;
    padding: 18px 26px;
    background: var(--sheet);
    color: var(--ink);
    border: 2px solid var(--ink);
    border-radius: 10px;
  }
  dialog[open] {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.5fr);
    grid-template-rows: auto minmax(0, 1fr) auto;
    gap: 10px 24px;
  }
  dialog::backdrop {
    background: rgb(0 0 0 / 55%);
  }
  header,
  footer {
    grid-column: 1 / -1;
    display: flex;
    gap: 18px;
    align-items: center;
  }
  header .btn {
    margin-left: auto;
  }
  .role {
    font-weight: 700;
    font-size: 20px;
  }
  .big {
    align-self: center;
  }
  .big p {
    margin: 0 0 8px;
  }
  .signal {
    font-size: 40px;
    font-weight: 700;
    line-height: 1.1;
  }
  .place {
    font-size: 60px;
    font-weight: 800;
    line-height: 1.1;
  }
  .lead {
    font-size: 24px;
  }
  .warn {
    color: var(--look);
    font-weight: 600;
  }
  .drawing {
    align-self: center;
    min-height: 0;
    overflow: auto;
  }
  footer .btn-primary {
    min-height: 64px;
    min-width: 260px;
    font-size: 20px;
  }
</style>
