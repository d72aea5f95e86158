<script lang="ts">
  import type { WiringData } from '$lib/wiring-types.ts';

  let { wiring, open = false }: { wiring: WiringData; open?: boolean } = $props();

  const PHASES = { out: 'Out of the vehicle', open: 'Open the case', close: 'Close it again' };
  const phases = $derived(
    (['out', 'open', 'close'] as const)
      .map((phase) => ({ phase, steps: wiring.dismantling.filter((s) => s.phase === phase) }))
      .filter((p) => p.steps.length > 0)
  );
  const minutes = (steps: WiringData['dismantling']) =>
    steps.reduce((sum, s) => sum + s.minutes, 0);
</script>

<details class="card-sheet" {open}>
  <summary>
    Out and open
    <span class="soft"
      >{phases
        .map((p) => `${PHASES[p.phase].toLowerCase()} ${minutes(p.steps)} min`)
        .join(' · ')}</span
    >
  </summary>
  <div class="phases">
    {#each phases as { phase, steps } (phase)}
      <div>
        <h3>{PHASES[phase]}</h3>
        <ol>
          {#each steps as s (s.id)}
            <li>
              <b>{s.what}</b>
              {#if s.where}<span class="soft">{s.where}.</span>{/if}
              {#if s.risk}<span class="risk">{s.risk}</span>{/if}
              <span class="soft">{s.minutes} min{s.photo ? ' · photo' : ''}</span>
            </li>
          {/each}
        </ol>
      </div>
    {/each}
  </div>
</details>

<style>
  summary {
    padding: 10px 16px;
    font-weight: 600;
    cursor: pointer;
    min-height: 44px;
  }
  summary .soft {
    font-weight: 400;
    margin-left: 8px;
  }
  .phases {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
    gap: 8px 24px;
    padding: 0 16px 12px;
  }
  h3 {
    margin: 0;
    font-weight: 600;
  }
  ol {
    padding-left: 20px;
    list-style: decimal;
    margin: 4px 0 0;
  }
  li > * {
    display: inline;
  }
  .risk {
    color: var(--look);
    font-weight: 600;
  }
</style>
