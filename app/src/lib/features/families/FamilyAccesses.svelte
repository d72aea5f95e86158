<script lang="ts">
  import { formatAmps, formatVolts } from '@badger/core/base/format';
  import type { Profile } from '@badger/core/profile/profile';
  import Panel from '$lib/ui/Panel.svelte';
  import { placeWords, SIGNAL_WORDS } from '$lib/messages/wire-words.ts';
  import { KNOWN_WORDS } from './family.view.ts';

  let { profile }: { profile: Profile } = $props();
  const name = (id: string) => profile.regions.find((r) => r.id === id)?.name ?? id;
  const secrets = (ids: readonly string[]) =>
    profile.secrets
      .filter((s) => ids.includes(s.id))
      .map((s) => s.name)
      .join(', ');
  const names = (ids: readonly string[]) => ids.map(name).join(', ') || 'nothing';
</script>

{#each profile.accesses as w (w.name)}
  <Panel label={w.name} title={w.name} note={KNOWN_WORDS[w.known]}>
    <div class="cols">
      <div>
        <table class="wires">
          <thead><tr><th>In this order</th><th>To</th></tr></thead>
          <tbody>
            {#each w.wiring as wire, i (i)}
              <tr>
                <td>{i + 1}. {SIGNAL_WORDS[wire.signal]}</td>
                <td
                  ><b class="mono">{placeWords(wire)}</b>
                  <span class="soft">{wire.note ?? ''}</span></td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
      <dl>
        {#if w.supply}
          <dt>Supply</dt>
          <dd>
            <b>{formatVolts(w.supply.voltageMinMv)} to {formatVolts(w.supply.voltageMaxMv)} V</b>,
            limit
            <b>{formatAmps(w.supply.limitMinMa)} to {formatAmps(w.supply.limitMaxMa)} A</b>
          </dd>
        {/if}
        {#each w.draw as d (d.state)}
          <dt>Draws, {d.state}</dt>
          <dd>{formatAmps(d.minMa)} to {formatAmps(d.maxMa)} A</dd>
        {/each}
        <dt>Reads</dt>
        <dd>
          {names(w.reads)}{#if w.readsSecrets.length > 0}; alone: {secrets(w.readsSecrets)}{/if}
        </dd>
        <dt>Writes</dt>
        <dd>{names(w.writes)}</dd>
        <dt>Needs</dt>
        <dd>{w.needs.join(', ')}{w.credits > 0 ? `, ${w.credits} credits` : ''}</dd>
        <dt>Hands</dt>
        <dd>
          open {w.handsOn.open}, connect {w.handsOn.connect}, close {w.handsOn.close} min{w.waitMinutes >
          0
            ? `; waits ${w.waitMinutes} min`
            : ''}
        </dd>
      </dl>
    </div>
  </Panel>
{/each}

<style>
  .cols {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
    gap: 24px;
  }
  .wires td,
  .wires th {
    text-align: left;
    padding: 2px 16px 2px 0;
    vertical-align: top;
  }
  .wires th {
    font-weight: 500;
    font-size: 13px;
    color: var(--soft);
  }
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 2px 14px;
    margin: 0;
    align-content: start;
  }
  dt {
    color: var(--soft);
  }
  dd {
    margin: 0;
  }
  @media (max-width: 820px) {
    .cols {
      grid-template-columns: 1fr;
      gap: 10px;
    }
  }
</style>
