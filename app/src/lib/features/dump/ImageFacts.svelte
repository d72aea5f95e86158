<script lang="ts">
  import { formatAddress, formatCount, formatSize } from '@badger/core/base/format';
  import { messageOf } from '$lib/messages/catalogue.ts';
  import type { ManyComparison } from '@badger/core/survey/compare-many';
  import { overlaps, type Range } from '@badger/core/image/range';
  import { tellDigit } from './ribbons.ts';
  import type { DumpFile } from './dump-file.svelte.ts';

  let {
    file,
    comparison,
    masked
  }: {
    file: DumpFile;
    comparison: ManyComparison | undefined;
    masked: readonly Range[];
  } = $props();

  const looked = $derived(file.inspection);
  // security data is told nowhere
  const isShown = ({ at, text }: { readonly at: number; readonly text: string }) =>
    !masked.some((m) => overlaps(m, { start: at, end: at + text.length }));
  const texts = $derived((looked?.texts ?? []).filter(isShown));
  const numbers = $derived((looked?.numbers ?? []).filter(isShown));
  const vins = $derived(looked?.vins ?? []);
  const grave = $derived(file.opened.findings.filter((f) => f.severity === 'stop').length);
  const findings = $derived([...file.opened.findings, ...(comparison?.findings ?? [])]);
  let allTexts = $state(false);
</script>

<section class="card-sheet" aria-label="What the image says">
  <dl>
    <dt>Known</dt>
    <dd>
      {formatSize(file.known)} in {file.pieces.length === 1
        ? 'one stretch'
        : `${formatCount(file.pieces.length)} stretches`}
    </dd>
    <dt>Blank</dt>
    <dd>{looked ? `${(100 * looked.blankShare).toFixed(1)} %` : '…'}</dd>
    <dt>File</dt>
    <dd class:bad={grave > 0}>
      {grave > 0 ? `damaged: ${grave} findings below` : 'nothing damaged'}
    </dd>
    {#if comparison}
      <dt>Against the others</dt>
      <dd>
        {comparison.verdict === 'equal'
          ? 'all equal'
          : `${formatCount(comparison.differingBytes)} bytes differ`}
      </dd>
    {/if}
  </dl>
  {#if vins.length > 0}
    <h3>VIN</h3>
    <ul class="list">
      {#each vins.slice(0, 12) as v (v.address)}
        <li>
          <button class="mono link" onclick={() => file.select(v.address, v.address + 17)}
            >{v.vin.text}</button
          >
          {formatAddress(v.address)}, {tellDigit(v.vin)}
        </li>
      {/each}
    </ul>
  {/if}
  {#if numbers.length > 0}
    <h3>Numbers</h3>
    <ul class="list">
      {#each numbers.slice(0, 12) as n (n.at)}
        <li>
          <button class="mono link" onclick={() => file.select(n.at, n.at + n.text.length)}
            >{n.text}</button
          >
          {formatAddress(n.at)}{n.names.length > 0 ? `, like ${n.names[0]}` : ''}{n.verification
            ? `, calibration id? behind it ${n.verification}`
            : ''}
        </li>
      {/each}
    </ul>
  {/if}
  {#if looked && looked.figures.length > 0}
    <h3>Figures by stretch</h3>
    <div class="scroll">
      <table class="plain">
        <thead
          ><tr><th>From</th><th>Size</th><th>Bits a byte</th><th>Blank</th><th>Text</th></tr></thead
        >
        <tbody>
          {#each looked.figures as f (f.range.start)}
            <tr>
              <td
                ><button
                  class="mono link"
                  onclick={() => file.select(f.range.start, f.range.start + 1)}
                  >{formatAddress(f.range.start)}</button
                ></td
              >
              <td>{formatSize(f.bytes)}</td>
              <td class="mono">{f.entropyBitsPerByte.toFixed(2)}</td>
              <td class="mono">{(100 * f.blankShare).toFixed(0)} %</td>
              <td class="mono">{(100 * f.printableShare).toFixed(0)} %</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  {/if}
  {#if looked && looked.repeats.length > 0}
    <h3>The same content twice</h3>
    <ul class="list">
      {#each looked.repeats.slice(0, 6) as r (`${r.starts[0]} ${r.starts[1]}`)}
        <li>
          {formatSize(r.bytes)} from
          <button class="mono link" onclick={() => file.select(r.starts[0], r.starts[0] + r.bytes)}
            >{formatAddress(r.starts[0])}</button
          >
          at
          <button class="mono link" onclick={() => file.select(r.starts[1], r.starts[1] + r.bytes)}
            >{formatAddress(r.starts[1])}</button
          >,
          {r.differingBytes === 0 ? 'equal' : `${formatCount(r.differingBytes)} bytes differ`}
        </li>
      {/each}
    </ul>
  {/if}
  {#if texts.length > 0}
    <h3>Text</h3>
    <ul class="list">
      {#each texts.slice(0, allTexts ? 100 : 6) as t (t.at)}
        <li>
          <button class="mono link" onclick={() => file.select(t.at, t.at + t.text.length)}
            >{t.text.slice(0, 48)}</button
          >
        </li>
      {/each}
    </ul>
    {#if texts.length > 6}<button class="btn btn-sm" onclick={() => (allTexts = !allTexts)}
        >{allTexts ? 'Fewer' : `All ${Math.min(100, texts.length)}`}</button
      >{/if}
  {/if}
  {#if findings.length > 0}
    <h3>Findings</h3>
    <ul class="list">
      {#each findings.slice(0, 20) as f, i (i)}
        {@const words = messageOf(f.code, f.params)}
        <li class:bad={f.severity === 'stop'}><b>{words.title}.</b> {words.text}</li>
      {/each}
      {#if findings.length > 20 || file.opened.moreFindings > 0}<li>
          and {findings.length - Math.min(20, findings.length) + file.opened.moreFindings} more
        </li>{/if}
    </ul>
  {/if}
</section>

<style>
  section {
    padding: 12px 16px;
  }
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 4px 14px;
  }
  dt {
    color: var(--soft);
  }
  dd {
    font-weight: 600;
  }
  .scroll {
    overflow-x: auto;
  }
  h3 {
    font-weight: 600;
    margin: 10px 0 2px;
  }
  .list {
    display: grid;
    gap: 2px;
    font-size: 15px;
  }
  .link {
    text-decoration: underline;
    min-height: 28px;
    cursor: pointer;
    overflow-wrap: anywhere;
    text-align: left;
  }
  .bad {
    color: var(--stop);
  }
</style>
