<script lang="ts">
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import type { VinView } from './vin.view.ts';

  let { view, ontake }: { view: VinView; ontake?: (vin: string) => void } = $props();
</script>

<div class="vin" data-state={view.problem ? 'wrong' : view.doubtful ? 'doubtful' : 'read'}>
  {#if view.problem}
    {@const m = messageOfProblem(view.problem)}
    <p class="bad">{m.title}: {m.text}</p>
    {#if view.proposal && ontake}
      <button type="button" class="btn btn-outline" onclick={() => ontake(view.proposal ?? '')}
        >Take <span class="mono">{view.proposal}</span></button
      >
    {/if}
  {:else}
    <b class="seven mono" title="last seven">{view.lastSeven}</b>
    <dl>
      {#each view.lines as line (line.name)}
        <dt>{line.name}</dt>
        <dd class:bad={view.doubtful && line.name === 'Check digit'}>{line.value}</dd>
      {/each}
    </dl>
  {/if}
</div>

<style>
  .vin {
    display: flex;
    gap: 8px 20px;
    align-items: center;
    flex-wrap: wrap;
  }
  .seven {
    font-size: 26px;
    line-height: 1;
    background: linear-gradient(var(--look-tint), var(--look-tint)) bottom / 100% 10px no-repeat;
  }
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0 10px;
    margin: 0;
    font-size: 14px;
  }
  dt {
    color: var(--soft);
  }
  dd {
    margin: 0;
  }
  .bad {
    color: var(--stop);
    margin: 0;
  }
</style>
