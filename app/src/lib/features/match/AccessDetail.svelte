<script lang="ts">
  import { decimal, formatMoney } from '@badger/core/base/money';
  import type { AccessOption } from '@badger/core/access-choice/compare-accesses';
  import { wordsOfCost } from '$lib/messages/plan.ts';
  import { minutes } from './access.view.ts';

  let { option, currency }: { option: AccessOption; currency: string } = $props();
  const amount = (text: string | undefined) =>
    text === undefined ? 'not set' : formatMoney(decimal(text), currency);
</script>

<div class="detail" aria-label="{option.name} in detail" role="group">
  <div>
    <h3>Price</h3>
    <dl>
      {#each option.cost.lines as l (l.kind)}
        <dt>
          {l.kind === 'work' ? `work, ${minutes(l.count)}` : wordsOfCost(l.kind)}{l.kind ===
          'credits'
            ? `s, ${l.count}`
            : ''}
        </dt>
        <dd class="mono">{amount(l.amount)}</dd>
      {/each}
    </dl>
  </div>
  <div>
    <h3>What may go wrong</h3>
    <ul>
      {#each option.risks as r (r.id)}
        <li data-weight={r.weight}><b>{r.what}</b> {r.lowers}</li>
      {:else}<li>Nothing that is known.</li>{/each}
    </ul>
  </div>
  <div>
    <h3>The vehicle must be there for</h3>
    <ul>
      {#each option.vehicleFor as v (v)}<li>{v}</li>{:else}<li>nothing</li>{/each}
    </ul>
  </div>
</div>

<style>
  .detail {
    display: grid;
    grid-template-columns: auto 1.6fr 1fr;
    gap: 20px;
    padding: 10px 0 0;
  }
  h3 {
    font: 600 13px/1.3 var(--font-sans);
    color: var(--soft);
    margin: 0 0 4px;
  }
  dl {
    display: grid;
    grid-template-columns: auto auto;
    gap: 0 16px;
    margin: 0;
  }
  dd {
    margin: 0;
    text-align: right;
  }
  ul {
    margin: 0;
    padding-left: 16px;
    list-style: disc;
  }
  li {
    line-height: 1.35;
    margin-bottom: 2px;
  }
  @media (max-width: 820px) {
    .detail {
      grid-template-columns: 1fr;
    }
  }
</style>
