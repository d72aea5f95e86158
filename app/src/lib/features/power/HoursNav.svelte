<script lang="ts">
  import { formatDay, formatMoment, SPANS } from './hours.view.ts';

  let { spanMs, toMs, live }: { spanMs: number; toMs: number; live: boolean } = $props();

  const fromMs = $derived(toMs - spanMs);
  const at = (span: number, to?: number) =>
    `/power/trace?span=${span}${to === undefined ? '' : `&to=${Math.round(to)}`}`;
  const same = (ms: number) => Math.abs(ms - spanMs) < 1;
</script>

<nav class="card-sheet hours" aria-label="Stretch of time">
  {#each SPANS as span (span.ms)}
    <a
      class="btn"
      class:btn-primary={same(span.ms)}
      aria-current={same(span.ms) ? 'true' : undefined}
      href={at(span.ms, live ? undefined : toMs)}>{span.name}</a
    >
  {/each}
  <span class="gap"></span>
  <a class="btn btn-outline" href={at(spanMs, toMs - spanMs / 2)}>← Earlier</a>
  <b>{formatDay(fromMs)}, {formatMoment(fromMs, spanMs)} to {formatMoment(toMs, spanMs)}</b>
  <a class="btn btn-outline" class:btn-disabled={live} href={at(spanMs, toMs + spanMs / 2)}
    >Later →</a
  >
  <a class="btn" class:btn-primary={live} aria-current={live ? 'true' : undefined} href={at(spanMs)}
    >Now</a
  >
</nav>

<style>
  .hours {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    padding: 10px 16px;
  }
  .gap {
    flex: 1;
  }
</style>
