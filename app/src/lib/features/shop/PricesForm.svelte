<script lang="ts">
  import type { Prices } from '@badger/core/access-choice/prices';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import Panel from '$lib/ui/Panel.svelte';

  let { prices, families, may }: { prices: Prices; families: readonly string[]; may: boolean } =
    $props();

  const NONE = { donor: '', newUnit: '', sendAway: '', sendAwayDays: 0 };
  type Family = typeof NONE;
  const MONEY: readonly {
    id: 'hourlyRate' | 'taxPercent' | 'creditPrice' | 'sealing' | 'soldering';
    name: string;
  }[] = [
    { id: 'hourlyRate', name: 'Hour of work' },
    { id: 'taxPercent', name: 'Tax, percent' },
    { id: 'creditPrice', name: 'One credit' },
    { id: 'sealing', name: 'Sealing a case' },
    { id: 'soldering', name: 'Solder, flux, pads' }
  ];
  const COLUMNS: readonly { id: 'donor' | 'newUnit' | 'sendAway'; name: string }[] = [
    { id: 'donor', name: 'Used donor' },
    { id: 'newUnit', name: 'New unit' },
    { id: 'sendAway', name: 'Sent away' }
  ];

  let edit = $state<Partial<Prices>>({});
  let ofFamily = $state<Record<string, Family>>({});
  const now = $derived({ ...prices, ...edit });
  const family = (id: string): Family => ofFamily[id] ?? prices.families[id] ?? NONE;
  const changed = $derived(Object.keys(edit).length + Object.keys(ofFamily).length > 0);
  const keys = $derived([...families].sort());

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const body: Prices = { ...now, families: { ...prices.families, ...ofFamily } };
    if (noted(await send('/api/shop/prices', body))) {
      edit = {};
      ofFamily = {};
    }
  }
</script>

<Panel
  label="Prices"
  title="Prices"
  note="exact decimals, before tax; an empty field is a price that nobody has set"
>
  <form onsubmit={save}>
    <fieldset disabled={!may}>
      <div class="grid">
        <label
          >Currency
          <input
            class="mono input w-full"
            value={now.currency}
            pattern="[A-Z]{'{3}'}"
            oninput={(e) => (edit.currency = e.currentTarget.value)}
          />
        </label>
        {#each MONEY as m (m.id)}
          <label
            >{m.name}
            <input
              class="mono input w-full"
              inputmode="decimal"
              value={now[m.id]}
              oninput={(e) => (edit[m.id] = e.currentTarget.value)}
            />
          </label>
        {/each}
        <label
          >Credits left
          <input
            class="mono input w-full"
            type="number"
            min="0"
            value={now.creditsLeft}
            oninput={(e) => (edit.creditsLeft = e.currentTarget.valueAsNumber)}
          />
        </label>
        <label
          >A quote holds, days
          <input
            class="mono input w-full"
            type="number"
            min="1"
            max="365"
            value={now.validDays}
            oninput={(e) => (edit.validDays = e.currentTarget.valueAsNumber)}
          />
        </label>
      </div>
      <table class="plain">
        <thead
          ><tr
            ><th>Family</th>{#each COLUMNS as c (c.id)}<th>{c.name}</th>{/each}<th>Days away</th
            ></tr
          ></thead
        >
        <tbody>
          {#each keys as id (id)}
            <tr>
              <td class="mono">{id}</td>
              {#each COLUMNS as c (c.id)}
                <td
                  ><input
                    class="mono input"
                    inputmode="decimal"
                    aria-label="{c.name}, {id}"
                    value={family(id)[c.id]}
                    oninput={(e) =>
                      (ofFamily[id] = { ...family(id), [c.id]: e.currentTarget.value })}
                  /></td
                >
              {/each}
              <td
                ><input
                  class="mono input"
                  type="number"
                  min="0"
                  aria-label="Days away, {id}"
                  value={family(id).sendAwayDays}
                  oninput={(e) =>
                    (ofFamily[id] = {
                      ...family(id),
                      sendAwayDays: e.currentTarget.valueAsNumber || 0
                    })}
                /></td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </fieldset>
    {#if may}<button class="btn btn-primary" disabled={!changed}>Keep the prices</button>
    {:else}<p class="soft">Prices are set by the lead.</p>{/if}
  </form>
</Panel>

<style>
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
    gap: 8px 14px;
    margin-bottom: 8px;
  }
  fieldset {
    min-width: 0;
    border: 0;
    padding: 0;
    margin: 0 0 8px;
    overflow-x: auto;
  }
  td .input {
    width: 108px;
  }
  table.plain td {
    padding: 3px 10px;
  }
</style>
