<script lang="ts">
  import { formatAddress } from '@badger/core/base/format';
  import { fieldName } from '@badger/core/match/judge-donor';
  import type { Profile } from '@badger/core/profile/profile';
  import { RULE_WORDS } from '$lib/features/shared/words.ts';

  let { profile }: { profile: Profile } = $props();
  const label = (id: string) => profile.labels.find((l) => l.id === id);
  const field = (id: string) => profile.identity.find((f) => f.id === id);
  const ids = $derived([
    ...new Set([
      ...profile.match.map((m) => m.field),
      ...profile.labels.map((l) => l.id),
      ...profile.identity.map((f) => f.id)
    ])
  ]);
  const where = (id: string) => {
    const f = field(id);
    const parts = [
      f?.did === undefined ? '' : `asked as ${f.did.toString(16).toUpperCase()}`,
      f?.stored
        ? `${f.stored.region} ${f.stored.offsets.map((o) => formatAddress(o)).join(', ')}`
        : ''
    ];
    return parts.filter((t) => t !== '').join('; ') || '–';
  };
</script>

<div class="card-sheet">
  <table class="plain">
    <thead
      ><tr><th>Number</th><th>Looks like</th><th>Known</th><th>In the unit</th><th>A donor</th></tr
      ></thead
    >
    <tbody>
      {#each ids as id (id)}
        {@const rule = profile.match.find((m) => m.field === id)}
        <tr>
          <td><b>{fieldName(profile, id)}</b></td>
          <td class="mono"
            >{id === 'chip-marking' ? '' : (label(id)?.example ?? '')}
            <span class="soft">{label(id)?.where ?? ''}</span></td
          >
          <td class="mono"
            >{id === 'chip-marking'
              ? profile.chipMarkings.join(', ')
              : label(id)?.known.join(', ') || '–'}</td
          >
          <td class="mono small">{where(id)}</td>
          <td
            >{#if rule}<b>{RULE_WORDS[rule.rule]}</b>
              <span class="soft">{rule.why}</span>{:else}–{/if}</td
          >
        </tr>
      {/each}
    </tbody>
  </table>
</div>
{#if profile.supersessions.length + profile.otherMakes.length > 0}
  <div class="card-sheet">
    <table class="plain">
      <thead><tr><th>Stands in for</th><th></th><th>Remark</th></tr></thead>
      <tbody>
        {#each profile.supersessions as s (`${s.from}${s.to}`)}
          <tr>
            <td class="mono">{s.from} → {s.to}</td>
            <td>{s.way === 'both' ? 'each for the other' : 'only the later for the earlier'}</td>
            <td>{s.note ?? ''}</td>
          </tr>
        {/each}
        {#each profile.otherMakes as o (o.make)}
          <tr>
            <td class="mono">{o.numbers.join(', ')}</td><td>same hardware, {o.make}</td>
            <td>{o.note}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}

<style>
  td .soft {
    display: block;
    font-family: var(--font-sans);
    font-size: 13.5px;
  }
  .small {
    font-size: 13px;
  }
</style>
