<script lang="ts">
  import type { Profile } from '@badger/core/profile/profile';
  import { METHOD_WORDS } from '$lib/messages/clone.ts';
  import Panel from '$lib/ui/Panel.svelte';

  let { profile: p }: { profile: Profile } = $props();
</script>

<div class="two">
  <Panel label="Clone methods" title="How it is cloned">
    <ul>
      {#each p.cloneMethods as s (s.id)}<li><b>{METHOD_WORDS[s.id]}</b> {s.why}</li>{/each}
    </ul>
    {#if p.together.length > 0}<p>In one job, in this order: {p.together.join(', ')}.</p>{/if}
    {#if p.secrets.length > 0}
      <p>
        Holds security data ({p.secrets.map((s) => s.name.toLowerCase()).join(', ')}): only with the
        recorded order of the owner.
      </p>
    {/if}
  </Panel>
  <Panel label="Risks" title="What may go wrong">
    <ul>
      {#each p.risks as r (r.id)}<li data-weight={r.weight}><b>{r.what}</b> {r.lowers}</li>{/each}
    </ul>
  </Panel>
  <Panel label="After the refit" title="What the vehicle still needs">
    <ul>
      {#each p.afterFit as a (a.id)}<li>
          <b>{a.name}</b>, {a.minutes} min. {a.when ?? ''}
          {a.how}
        </li>{/each}
    </ul>
  </Panel>
  <Panel label="Bench faults" title="Alone on the bench it may store">
    <p class="codes mono">
      {p.expectedBenchFaults
        .map(
          (f) =>
            `${f.code}…${f.failureTypes.length > 0 ? `-${f.failureTypes.map((t) => t.toString(16).toUpperCase().padStart(2, '0')).join('/')}` : ''}`
        )
        .join('  ') || 'nothing is known'}
    </p>
    {#if p.wear.length > 0}
      <h3>Wear is told by</h3>
      <ul>
        {#each p.wear as w (w.id)}<li>
            <b>{w.name}</b> good {w.goodMin} to {w.goodMax}
            {w.unit}, worn below {w.wornMin} or above
            {w.wornMax}
          </li>{/each}
      </ul>
    {/if}
  </Panel>
</div>

<style>
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 12px;
  }
  ul {
    margin: 0;
    padding-left: 16px;
    list-style: disc;
  }
  h3 {
    font-weight: 600;
    margin: 8px 0 2px;
  }
  p {
    margin: 6px 0 0;
  }
  .codes {
    white-space: pre-wrap;
  }
  @media (max-width: 820px) {
    .two {
      grid-template-columns: 1fr;
    }
  }
</style>
