<script lang="ts">
  import { formatAddress, formatCount, formatDuration, formatSize } from '@badger/core/base/format';
  import type { ChecksumRule } from '@badger/core/checksum/rule';
  import type { Profile } from '@badger/core/profile/profile';

  let { profile }: { profile: Profile } = $props();
  const tellRule = (c: ChecksumRule) =>
    [
      c.algorithm + (c.form === 'plain' ? '' : `, ${c.form}`),
      c.blocks
        ? `in ${c.blocks.chained ? 'chained ' : ''}blocks of ${formatSize(c.blocks.bytes)}`
        : '',
      c.inverseAt === undefined ? '' : `inverse at ${formatAddress(c.inverseAt)}`,
      c.fixed ? 'value fixed' : ''
    ]
      .filter((t) => t !== '')
      .join(', ');
  const inOrder = $derived(
    profile.writeOrder.flatMap((id) => profile.regions.find((r) => r.id === id) ?? [])
  );
</script>

{#if inOrder.length > 0}
  <div class="card-sheet">
    <table class="plain">
      <thead
        ><tr
          ><th>Region, in order</th><th>Address</th><th>Size</th><th>Erased in</th><th
            >Read takes</th
          ><th>Write takes</th></tr
        ></thead
      >
      <tbody>
        {#each inOrder as r (r.id)}
          <tr>
            <td><b>{r.name}</b>{r.processor ? `, ${r.processor} side` : ''}</td>
            <td class="mono">{formatAddress(r.address)}</td>
            <td class="mono">{formatSize(r.lengthBytes)}, {formatCount(r.lengthBytes)} bytes</td>
            <td>{r.eraseBlockBytes ? formatSize(r.eraseBlockBytes) : 'byte by byte'}</td>
            <td>{formatDuration(r.lengthBytes / r.readBytesPerSecond)}</td>
            <td>{formatDuration(r.lengthBytes / r.writeBytesPerSecond)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}
{#if profile.checksums.length + profile.transforms.length + profile.cloneRanges.length > 0}
  <div class="card-sheet">
    <table class="plain">
      <thead><tr><th>In the memory</th><th>Region</th><th>Where</th><th>What</th></tr></thead>
      <tbody>
        {#each profile.checksums as c (c.id)}
          <tr>
            <td>Checksum {c.id}</td><td>{c.region}</td>
            <td class="mono"
              >{c.over
                .map((r) => `${formatAddress(r.start)} to ${formatAddress(r.end)}`)
                .join(', ')}, kept at {formatAddress(c.storedAt)}</td
            >
            <td>{tellRule(c)}</td>
          </tr>
        {/each}
        {#each profile.transforms as t (t.id)}
          <tr>
            <td>{t.name}</td><td>{t.region}</td><td>whole</td>
            <td>scrambled: {t.steps.map((s) => s.kind).join(', then ')}</td>
          </tr>
        {/each}
        {#each profile.cloneRanges as c, i (i)}
          <tr>
            <td>{c.what}</td><td>{c.region}</td>
            <td class="mono">{formatAddress(c.over.start)} to {formatAddress(c.over.end)}</td>
            <td>from the <b>{c.from.toUpperCase()}</b>. {c.why}</td>
          </tr>
        {/each}
        {#each profile.suppliedRanges as r, i (i)}
          <tr>
            <td>{r.what}</td><td>{r.region}</td>
            <td class="mono">{formatAddress(r.over.start)} to {formatAddress(r.over.end)}</td>
            <td
              >a supplied file may change it{r.kind === 'program'
                ? ', with another software number'
                : ''}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}
