<script lang="ts">
  import type { Hours } from '@badger/core/plan/hours';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import Panel from '$lib/ui/Panel.svelte';

  let { hours, may }: { hours: Hours; may: boolean } = $props();

  /** From Monday on, as people count; the hours are kept from Sunday on. */
  const DAYS = [
    { at: 1, name: 'Monday' },
    { at: 2, name: 'Tuesday' },
    { at: 3, name: 'Wednesday' },
    { at: 4, name: 'Thursday' },
    { at: 5, name: 'Friday' },
    { at: 6, name: 'Saturday' },
    { at: 0, name: 'Sunday' }
  ];
  type Days = { from: string; to: string }[][];
  let edit = $state<Days | undefined>();
  const days = $derived(edit ?? hours.days);

  const copy = (): Days => hours.days.map((d) => d.map((s) => ({ ...s })));
  function change(day: number, span: number, side: { from: string } | { to: string }) {
    edit ??= copy();
    const found = edit[day]?.[span];
    if (found) Object.assign(found, side);
  }
  function add(day: number) {
    edit ??= copy();
    edit[day]?.push({ from: '13:00', to: '17:00' });
  }
  function drop(day: number, span: number) {
    edit ??= copy();
    edit[day]?.splice(span, 1);
  }
  async function save() {
    if (edit && noted(await send('/api/shop/hours', { days: edit }))) edit = undefined;
  }
</script>

<Panel
  label="Hours"
  title="Hours"
  note="lunch is the gap between two; nothing is written over closing time"
>
  <div class="days">
    {#each DAYS as d (d.at)}
      <div class="day" role="group" aria-label={d.name}>
        <b>{d.name}</b>
        {#each days[d.at] ?? [] as span, i (i)}
          <span class="span">
            <input
              class="input"
              type="time"
              aria-label="{d.name} from"
              value={span.from}
              disabled={!may}
              onchange={(e) => change(d.at, i, { from: e.currentTarget.value })}
            />–<input
              class="input"
              type="time"
              aria-label="{d.name} to"
              value={span.to}
              disabled={!may}
              onchange={(e) => change(d.at, i, { to: e.currentTarget.value })}
            />
            {#if may}<button
                class="btn btn-ghost"
                aria-label="Drop this span of {d.name}"
                onclick={() => drop(d.at, i)}>×</button
              >{/if}
          </span>
        {:else}<span class="soft">closed</span>{/each}
        {#if may && (days[d.at]?.length ?? 0) < 4}<button
            class="btn btn-ghost"
            onclick={() => add(d.at)}
            aria-label="One more span on {d.name}">+</button
          >{/if}
      </div>
    {/each}
  </div>
  {#if may}<button class="btn btn-primary" disabled={!edit} onclick={save}>Keep the hours</button
    >{/if}
</Panel>

<style>
  .day {
    display: flex;
    gap: 12px;
    align-items: center;
    flex-wrap: wrap;
    min-height: 48px;
  }
  .day b {
    width: 96px;
  }
  .span {
    display: flex;
    align-items: center;
    gap: 4px;
  }
  .input {
    width: 112px;
  }
</style>
