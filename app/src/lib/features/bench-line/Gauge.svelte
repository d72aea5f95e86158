<script lang="ts">
  import type { viewBenchLine } from './bench-line.view.ts';

  /** Current against its band and its limit, in percent. */
  let { gauge }: { gauge: ReturnType<typeof viewBenchLine>['gauge'] } = $props();
</script>

<span class="gauge" aria-hidden="true">
  <u style="left:{gauge.from}%;width:{gauge.to - gauge.from}%"></u>
  <i style="width:{gauge.now}%"></i>
  <s style="left:{gauge.limit}%"></s>
</span>

<style>
  .gauge {
    position: relative;
    height: 6px;
    background: var(--slate-line);
    border-radius: 3px;
    margin-top: 6px;
    width: 120px;
  }
  .gauge i {
    position: absolute;
    inset: 0 auto 0 0;
    background: var(--chalk);
    border-radius: 3px;
  }
  .gauge u {
    position: absolute;
    top: -3px;
    bottom: -3px;
    background: rgb(120 220 160 / 0.35);
  }
  .gauge s {
    position: absolute;
    top: -5px;
    bottom: -5px;
    width: 2px;
    background: #ff8278;
  }
  @media (max-width: 700px) {
    .gauge {
      width: 90px;
    }
  }
</style>
