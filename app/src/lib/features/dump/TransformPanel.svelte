<script lang="ts">
  import type { Problem } from '@badger/core/base/result';
  import { readSteps, tellSteps } from '@badger/core/transform/read-steps';
  import { inverseOf, type TransformStep } from '@badger/core/transform/steps';
  import type { Suggestion } from '@badger/core/transform/suggest';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import { addEdit, editOfSteps } from './desk-edits.ts';
  import type { DumpFile } from './dump-file.svelte.ts';
  import type { DumpState } from './dump-state.svelte.ts';

  let { desk, file }: { desk: DumpState; file: DumpFile } = $props();

  let typed = $state('');
  let said = $state('');
  const known = $derived(file.place?.region.transforms ?? []);
  const best = $derived(typeof file.suggestions === 'object' ? file.suggestions : []);
  const evidence = (s: Suggestion) =>
    [
      ...s.vins.map((v) => `VIN ${v}`),
      ...s.sums.map((n) => `${n} holds`),
      ...(s.fields.length > 0 ? [`${s.fields.join(', ')} as it must be`] : []),
      ...(s.textCharacters > 0 ? [`${s.textCharacters} characters of text`] : []),
      `${(100 * s.blankShare).toFixed(0)} % blank`
    ].join(', ');

  function tell(problem: Problem | undefined) {
    const words = problem && messageOfProblem(problem);
    said = words ? `${words.title}. ${words.text} ${words.clear ?? ''}` : '';
  }
  async function go(steps: readonly TransformStep[], name: string) {
    if (steps.length === 0) return;
    tell(await addEdit(desk, file, editOfSteps(name, steps)));
  }
  async function goTyped(back: boolean) {
    const steps = readSteps(typed);
    if (!steps.ok) return tell(steps.problem);
    const chain = back ? steps.value.toReversed().map(inverseOf) : steps.value;
    await go(chain, `${back ? 'Back through' : 'Laid bare by'} ${tellSteps(steps.value)}`);
  }
  async function suggest() {
    said = '';
    file.suggestions = 'running';
    const looked = file.pieces;
    const region = file.place?.region ?? { address: 0, lengthBytes: 0, rules: [], fields: [] };
    const texts = region.fields.filter((f) => f.form.type === 'text');
    const told = await file.desk.suggest(
      { region: { address: region.address, lengthBytes: region.lengthBytes }, rules: region.rules },
      texts
    );
    // the bytes were changed meanwhile: it says nothing of those that are here
    if (file.pieces !== looked) return;
    file.suggestions = told.ok ? told.value : undefined;
    if (!told.ok) tell(told.problem);
  }
  async function copyForProfile() {
    const steps = readSteps(typed);
    if (!steps.ok) return tell(steps.problem);
    const part = {
      ...{ id: 'plain', name: 'Laid bare', region: file.place?.region.id ?? 'region' },
      steps: steps.value
    };
    try {
      await navigator.clipboard.writeText(JSON.stringify(part, undefined, 2));
      said = 'Copied: it goes under “transforms” of the family’s profile.';
    } catch {
      said = 'This browser does not let pages use the clipboard here.';
    }
  }
</script>

<section class="card-sheet" aria-label="Scrambled memory">
  <h2>
    Scrambled memory
    <button class="btn" disabled={file.suggestions === 'running'} onclick={() => void suggest()}
      >Try likely ways</button
    >
  </h2>
  {#each known as t (t.id)}
    <div class="known">
      <b>{t.name}</b> <span class="soft">{tellSteps(t.steps)}</span>
      <button class="btn btn-sm" onclick={() => void go(t.steps, t.name)}>Lay bare</button>
      <button
        class="btn btn-sm"
        onclick={() => void go(t.steps.toReversed().map(inverseOf), `${t.name}, back`)}
        >Scramble again</button
      >
    </div>
  {/each}
  {#if file.suggestions === 'running'}<p role="status">Trying …</p>{/if}
  {#if best.length > 0}
    <p role="status">
      {best[0]?.steps.length === 0
        ? 'It reads best as it is.'
        : `It reads best by ${tellSteps(best[0]?.steps ?? [])}.`}
    </p>
    <ul>
      {#each best.slice(0, 4) as s, i (i)}
        <li>
          <button
            class="mono link"
            disabled={s.steps.length === 0}
            onclick={() => (typed = s.steps.length === 0 ? '' : tellSteps(s.steps))}
            >{tellSteps(s.steps)}</button
          >
          <span class="soft">{evidence(s)}</span>
        </li>
      {/each}
    </ul>
  {/if}
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void goTyped(false);
    }}
  >
    <label
      >Steps, one after the other
      <input class="mono input" bind:value={typed} placeholder="xor 5AC3, swap-16" /></label
    >
    <button class="btn">Lay bare</button>
    <button class="btn" type="button" onclick={() => void goTyped(true)}>Back</button>
    <button class="btn" type="button" onclick={() => void copyForProfile()}
      >Copy for the profile</button
    >
  </form>
  {#if said}<p class="said" role="status">{said}</p>{/if}
</section>

<style>
  section {
    padding: 12px 16px;
    display: grid;
    gap: 10px;
  }
  h2 {
    font-weight: 600;
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  form,
  .known {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: end;
  }
  label {
    display: grid;
    gap: 2px;
    font-size: 15px;
    flex: 1 1 20ch;
  }
  .input {
    width: 100%;
  }
  ul {
    display: grid;
    gap: 4px;
    font-size: 15px;
  }
  .link {
    text-decoration: underline;
    min-height: 30px;
    cursor: pointer;
    text-align: left;
  }
  .link:disabled {
    text-decoration: none;
    cursor: default;
  }
  .said {
    color: var(--look);
    font-weight: 600;
  }
</style>
