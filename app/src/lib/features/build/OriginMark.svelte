<script lang="ts">
  import type { ByteOrigin } from '@badger/core/clone/plan';

  let { origin }: { origin: ByteOrigin } = $props();
</script>

<!-- Solid: original; stripes: donor; dots: put in place; full green: corrected; rings: supplied; empty: filler. -->
<span class="mark {origin}" aria-hidden="true"></span>

<style>
  .mark {
    display: inline-block;
    width: 17px;
    height: 17px;
    vertical-align: -0.15em;
    margin-right: 6px;
    flex: none;
  }
  .original {
    background: var(--original);
  }
  .donor {
    background: repeating-linear-gradient(135deg, var(--donor) 0 3px, transparent 3px 6px);
    border: 2px solid var(--donor);
  }
  .patched {
    background: radial-gradient(var(--focus) 2px, transparent 2.4px) 0 0 / 6px 6px;
    border: 2px solid var(--focus);
  }
  .checksum {
    background: var(--go);
    border-radius: 50%;
  }
  .supplied {
    background: repeating-linear-gradient(0deg, var(--ink) 0 2px, transparent 2px 5px);
    border: 2px solid var(--ink);
  }
  .filler {
    border: 2px dashed var(--line-strong);
  }
</style>
